using System.Text;

namespace Ermine.Server.Hosting;

/// <summary>Asks at the terminal, without showing what is typed.</summary>
public static class Terminal
{
    /// <summary>The question and its answer, typed twice alike; null where nobody sits there.</summary>
    public static Func<string, string?>? Asks => Console.IsInputRedirected ? null : Twice;

    private static string? Twice(string question)
    {
        while (true)
        {
            var first = Once(question);
            if (first == Once("Once more: "))
                return first;
            Console.WriteLine("The two differ.");
        }
    }

    private static string Once(string question)
    {
        Console.Write(question);
        var typed = new StringBuilder();
        while (Console.ReadKey(intercept: true) is var key && key.Key != ConsoleKey.Enter)
        {
            if (key.Key == ConsoleKey.Backspace && typed.Length > 0)
                typed.Length--;
            else if (!char.IsControl(key.KeyChar))
                typed.Append(key.KeyChar);
        }
        Console.WriteLine();
        return typed.ToString();
    }
}
