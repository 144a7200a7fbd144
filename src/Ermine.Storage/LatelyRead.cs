using System.Collections.Concurrent;

namespace Ermine.Storage;

/// <summary>
/// What rows held when they were read last. Every answer reads the whole closet, and a row whose text is still the same holds the same: whoever
/// asks gets the same object again, so that what is made of many rows can tell by the objects whether any has changed.
/// </summary>
internal static class LatelyRead
{
    /// <summary>Rows kept at most: more than may be owned, logged and planned together.</summary>
    private const int Most = 4_000;

    private static readonly ConcurrentDictionary<
        (RowKind Kind, string Id),
        (long Version, string Body, object Thing)
    > Kept = new();

    /// <summary>What a row holds.</summary>
    /// <param name="kind">What it is.</param>
    /// <param name="id">Its id as the database writes it.</param>
    /// <param name="version">Its version.</param>
    /// <param name="body">Its text.</param>
    /// <param name="versioned">Puts the version into what was read.</param>
    /// <exception cref="UnreadableException">It is none that this version can read.</exception>
    public static T Of<T>(RowKind kind, string id, long version, string body, Func<T, long, T> versioned)
        where T : class
    {
        if (
            Kept.TryGetValue((kind, id), out var kept)
            && kept.Version == version
            && string.Equals(kept.Body, body, StringComparison.Ordinal)
        )
            return (T)kept.Thing;
        var thing = versioned(Mapping.Read<T>(id, body), version);
        if (Kept.Count >= Most)
            Kept.Clear();
        Kept[(kind, id)] = (version, body, thing);
        return thing;
    }
}
