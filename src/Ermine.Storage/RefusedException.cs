using Microsoft.Data.Sqlite;

namespace Ermine.Storage;

/// <summary>Why data cannot be opened, saved or restored, in one plain sentence that says what to do.</summary>
public sealed class RefusedException : Exception
{
    public RefusedException(string sentence, Exception? cause = null)
        : base(sentence, cause) { }

    /// <summary>Error numbers of the system: read-only file system, and no space left.</summary>
    private const int ReadOnlyFileSystem = 30,
        NoSpace = 28;

    /// <summary>The refusal behind an error of the database or of the file system; null where it is something else.</summary>
    /// <param name="error">The error, or one that was caused by it.</param>
    /// <param name="place">The folder or file that was asked for.</param>
    public static RefusedException? Of(Exception? error, string place)
    {
        for (var cause = error; cause is not null; cause = cause.InnerException)
        {
            if (cause is RefusedException known)
                return known;
            if (SentenceOf(cause, place) is { } sentence)
                return new(sentence, error);
        }
        return null;
    }

    private static string? SentenceOf(Exception error, string place) =>
        error switch
        {
            SqliteException { SqliteErrorCode: 5 or 6 } =>
                $"Another program has locked the data in {place}: close it and try again.",
            SqliteException { SqliteErrorCode: 8 } =>
                $"The data in {place} can only be read: make the folder writable.",
            SqliteException { SqliteErrorCode: 13 } => Full(place),
            SqliteException { SqliteErrorCode: 11 or 26 } => Damaged(place),
            SqliteException { SqliteErrorCode: 10 or 14 } =>
                $"The data in {place} cannot be opened or written: check the folder and its disk.",
            IOException { HResult: NoSpace } => Full(place),
            IOException { HResult: ReadOnlyFileSystem } =>
                $"{place} lies on a disk that can only be read: choose another place.",
            UnauthorizedAccessException =>
                $"{place} may not be opened by this user: change its permissions or choose another place.",
            IOException => $"{place} cannot be opened or written: check the folder and its disk.",
            _ => null,
        };

    private static string Full(string place) =>
        $"The disk of {place} is full: make room, then try again. Nothing was changed.";

    internal static string Damaged(string place) =>
        $"The database in {place} is damaged or is none of Ermine's. It was left as it is: bring a backup back with ./ermine restore FILE, or choose another folder with --data.";

    /// <summary>Whether an error says that nothing can be written here.</summary>
    internal static bool IsReadOnly(Exception error) =>
        error is UnauthorizedAccessException or IOException { HResult: ReadOnlyFileSystem }
        || error is SqliteException { SqliteErrorCode: 8 };
}
