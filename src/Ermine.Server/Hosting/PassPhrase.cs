using System.Text.Json;
using Ermine.Storage;
using Microsoft.AspNetCore.Identity;

namespace Ermine.Server.Hosting;

/// <summary>
/// The pass phrase of a shared Ermine: only its hash is kept, in the data folder, with a stamp that every cookie carries, so that another
/// phrase ends them all.
/// </summary>
public sealed class PassPhrase(DataFolder data)
{
    /// <summary>Fewest characters: four plain words have more.</summary>
    public const int Shortest = 12;

    /// <summary>Most characters that are looked at.</summary>
    public const int Longest = 200;

    /// <summary>Folder of the cookies' keys beside the data.</summary>
    public const string Keys = "keys";

    /// <summary>Where a phrase may stand that is to be kept.</summary>
    public const string Variable = "ERMINE_PASS_PHRASE";

    private sealed record Kept(string Hash, string Stamp);

    private static readonly PasswordHasher<DataFolder> Hasher = new();

    private Kept? kept;

    private string File => Path.Combine(data.Path, "share.json");

    /// <summary>Changes with the phrase.</summary>
    public string Stamp => kept?.Stamp ?? "";

    /// <summary>Reads the phrase that is kept, or keeps a new one: from the environment, or asked for at a terminal.</summary>
    /// <param name="anew">One is asked for also where one is kept.</param>
    /// <param name="ask">Asks at the terminal; null where there is none.</param>
    /// <exception cref="RefusedException">There is none, it is too short, or it cannot be kept.</exception>
    public void Settle(bool anew, Func<string, string?>? ask)
    {
        if (data.ReadOnly)
            throw new RefusedException(
                $"{data.Path} can only be read, so no pass phrase can be kept in it: it cannot be shared."
            );
        try
        {
            kept = System.IO.File.Exists(File)
                ? JsonSerializer.Deserialize<Kept>(System.IO.File.ReadAllText(File))
                : null;
            data.MakeBeside(Keys);
        }
        catch (Exception error)
            when (error is not JsonException && RefusedException.Of(error, data.Path) is { } refusal)
        {
            throw refusal;
        }
        catch (JsonException broken)
        {
            throw new RefusedException(
                $"{File} cannot be read: remove it, and a new pass phrase is asked for.",
                broken
            );
        }
        if (Environment.GetEnvironmentVariable(Variable) is { Length: > 0 } given)
        {
            if (!Opens(given))
                Keep(given);
        }
        else if (kept is null || anew)
            Keep(
                ask?.Invoke($"A pass phrase for whom it is shared with, at least {Shortest} characters: ")
                    ?? throw new RefusedException(
                        $"Sharing needs a pass phrase: start it at a terminal, or set {Variable} once."
                    )
            );
    }

    /// <summary>Whether this is the phrase.</summary>
    public bool Opens(string phrase) =>
        kept is { } k
        && phrase.Length <= Longest
        && Hasher.VerifyHashedPassword(data, k.Hash, phrase) != PasswordVerificationResult.Failed;

    private void Keep(string phrase)
    {
        if (phrase.Length < Shortest || phrase.Length > Longest)
            throw new RefusedException(
                $"A pass phrase has {Shortest} to {Longest} characters, this one has {phrase.Length}: take four plain words or more."
            );
        kept = new(Hasher.HashPassword(data, phrase), Guid.NewGuid().ToString("N"));
        try
        {
            data.KeepBeside("share.json", JsonSerializer.Serialize(kept));
        }
        catch (Exception error) when (RefusedException.Of(error, File) is { } refusal)
        {
            throw refusal;
        }
    }
}
