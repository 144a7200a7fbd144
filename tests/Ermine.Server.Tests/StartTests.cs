using System.Net;
using System.Net.Http.Json;
using System.Net.Sockets;
using System.Text.Json.Nodes;
using Microsoft.Data.Sqlite;

namespace Ermine.Server.Tests;

/// <summary>Every start succeeds, or says why in one sentence.</summary>
public sealed class StartTests
{
    private static string NewFolder() => Directory.CreateTempSubdirectory("ermine-test-").FullName;

    private static string Database(string folder) => Path.Combine(folder, "ermine.db");

    /// <summary>One line that names what is asked for, an exit code, and no trace of the program's inside.</summary>
    private static async Task Refused(string names, params string[] arguments)
    {
        using var server = new Launched(arguments);
        Assert.Equal(1, await server.Ended());
        var line = Assert.Single(server.Error.Split('\n', StringSplitOptions.RemoveEmptyEntries));
        Assert.Contains(names, line, StringComparison.Ordinal);
        Assert.DoesNotContain("Exception", line, StringComparison.Ordinal);
        Assert.DoesNotContain("   at ", line, StringComparison.Ordinal);
    }

    private static void Run(string folder, string sql)
    {
        using var connection = new SqliteConnection($"Data Source={Database(folder)};Pooling=False");
        connection.Open();
        using var command = connection.CreateCommand();
        command.CommandText = sql;
        command.ExecuteNonQuery();
    }

    private static async Task<string> Filled()
    {
        var folder = NewFolder();
        await using var app = App.On(folder);
        await app.Get("/api/workspace");
        return folder;
    }

    [Theory]
    [InlineData("“abc” is not a port", "--port", "abc")]
    [InlineData("“70000” is not a port", "--port", "70000")]
    [InlineData("“-1” is not a port", "--port=-1")]
    [InlineData("“maybe” is neither true nor false", "--demo", "maybe")]
    [InlineData("--data needs a value", "--data")]
    [InlineData("There is no option --prot", "--prot", "1")]
    [InlineData("“demo” is not understood", "demo")]
    public Task What_cannot_stand_on_the_command_line_is_named(string names, params string[] arguments) =>
        Refused(names, arguments);

    [Fact]
    public async Task A_file_in_the_place_of_the_folder_is_named()
    {
        var file = Path.Combine(NewFolder(), "notes.txt");
        await File.WriteAllTextAsync(file, "mine", TestContext.Current.CancellationToken);
        await Refused($"{file} is a file", "--data", file, "--port", "0");
        Assert.Equal("mine", await File.ReadAllTextAsync(file, TestContext.Current.CancellationToken));
    }

    [Fact]
    public async Task A_port_in_use_is_named()
    {
        using var other = new TcpListener(IPAddress.Loopback, 0);
        other.Start();
        var port = ((IPEndPoint)other.LocalEndpoint).Port;
        await Refused($"Port {port} is in use", "--data", NewFolder(), "--port", $"{port}");
    }

    [Fact]
    public async Task Garbage_and_a_database_cut_off_are_left_as_they_are()
    {
        var folder = NewFolder();
        byte[] garbage = [.. Enumerable.Range(0, 5000).Select(n => (byte)(n * 7))];
        await File.WriteAllBytesAsync(Database(folder), garbage, TestContext.Current.CancellationToken);
        await Refused("is damaged or is none of Ermine's", "--data", folder, "--port", "0");
        Assert.Equal(garbage, await File.ReadAllBytesAsync(Database(folder), TestContext.Current.CancellationToken));

        var cut = await Filled();
        Run(cut, "PRAGMA wal_checkpoint(TRUNCATE)");
        File.Delete(Database(cut) + "-wal");
        var whole = await File.ReadAllBytesAsync(Database(cut), TestContext.Current.CancellationToken);
        await File.WriteAllBytesAsync(
            Database(cut),
            whole[..(whole.Length / 2)],
            TestContext.Current.CancellationToken
        );
        await Refused("is damaged", "--data", cut, "--port", "0");
    }

    [Fact]
    public async Task Someone_else_s_database_is_not_taken_for_Ermine_s()
    {
        var folder = NewFolder();
        Run(folder, "CREATE TABLE Mine (Id INTEGER); INSERT INTO Mine VALUES (42);");
        await Refused("none of Ermine's", "--data", folder, "--port", "0");
        Run(folder, "UPDATE Mine SET Id = 43");
    }

    [Theory]
    [InlineData("INSERT INTO __EFMigrationsHistory VALUES ('20990101000000_Later', '99.0')", "2099-01-01")]
    [InlineData("PRAGMA user_version = 99", "data version 99")]
    public async Task A_folder_of_a_newer_version_is_refused_and_not_touched(string sql, string names)
    {
        var folder = await Filled();
        Run(folder, sql);
        Run(folder, "PRAGMA wal_checkpoint(TRUNCATE)");
        File.Delete(Path.Combine(folder, "ermine.lock"));
        string[] Files() => [.. Directory.GetFiles(folder).Order().Select(f => $"{f} {File.GetLastWriteTimeUtc(f):O}")];
        var before = Files();
        await Refused(names, "--data", folder, "--port", "0");
        Assert.Equal(before, Files());
    }

    [Fact]
    public async Task A_database_locked_by_another_program_is_named()
    {
        var folder = await Filled();
        using var other = new SqliteConnection($"Data Source={Database(folder)};Pooling=False");
        other.Open();
        using var hold = other.CreateCommand();
        hold.CommandText = "BEGIN IMMEDIATE";
        hold.ExecuteNonQuery();
        await Refused("Another program has locked the data", "--data", folder, "--port", "0");
    }

    [Fact]
    public async Task Of_two_servers_on_one_folder_the_second_is_told_of_the_first()
    {
        var folder = NewFolder();
        using var first = new Launched("--data", folder, "--port", "0", "--demo", "true");
        await first.Address;
        await Refused("Another Ermine (process ", "--data", folder, "--port", "0");
        using var http = new HttpClient { BaseAddress = new(await first.Address) };
        Assert.NotNull(
            await http.GetFromJsonAsync<JsonObject>("/api/workspace", TestContext.Current.CancellationToken)
        );
    }

    [Fact]
    public async Task Demo_false_means_false_and_only_the_owner_may_read()
    {
        var folder = NewFolder();
        using var server = new Launched("--data", folder, "--port", "0", "--demo", "false");
        using var http = new HttpClient { BaseAddress = new(await server.Address) };
        var all = await http.GetFromJsonAsync<JsonObject>("/api/workspace", TestContext.Current.CancellationToken);
        Assert.Empty(all!["trips"]!.AsArray());
        foreach (var file in Directory.GetFiles(folder))
        {
            if (!OperatingSystem.IsWindows())
                Assert.Equal(UnixFileMode.UserRead | UnixFileMode.UserWrite, File.GetUnixFileMode(file));
        }
    }

    [Fact]
    public async Task A_lock_that_a_killed_start_left_in_the_database_is_taken()
    {
        var folder = NewFolder();
        File.Copy(Path.Combine(AppContext.BaseDirectory, "Old", "ermine-data-1.db"), Database(folder));
        Run(
            folder,
            """
            CREATE TABLE IF NOT EXISTS __EFMigrationsLock (Id INTEGER NOT NULL PRIMARY KEY, Timestamp TEXT NOT NULL);
            INSERT OR REPLACE INTO __EFMigrationsLock VALUES (1, '2026-11-25 00:00:00');
            """
        );
        await using var app = App.On(folder);
        Assert.Equal(2, (await app.Get("/api/workspace"))["trips"]!.AsArray().Count);
    }

    [Fact]
    public async Task A_fill_that_broke_off_is_done_again()
    {
        var folder = await Filled();
        Run(folder, "DELETE FROM Trips; DELETE FROM Logs; DELETE FROM Marks; DELETE FROM Items WHERE rowid > 20;");
        await using var app = App.On(folder);
        var all = await app.Get("/api/workspace");
        Assert.Equal((3, 163), (all["trips"]!.AsArray().Count, all["items"]!.AsArray().Count));
    }

    [Fact]
    public async Task Data_of_the_version_before_opens_upgraded_and_answers_as_before()
    {
        var folder = NewFolder();
        File.Copy(Path.Combine(AppContext.BaseDirectory, "Old", "ermine-data-1.db"), Database(folder));
        await using var app = App.On(folder);
        var forecast = Assert.Single((await app.Get("/api/workspace"))["forecasts"]!.AsArray())!;
        Assert.Equal((195, 15), ((int)forecast["hours"]!, (int)forecast["members"]!));
        Assert.Single(Directory.GetFiles(Path.Combine(folder, "backups"), "*-before-*.db"));
        var text = await File.ReadAllTextAsync(
            Path.Combine(AppContext.BaseDirectory, "Old", "answers-data-1.json"),
            TestContext.Current.CancellationToken
        );
        foreach (var (at, before) in JsonNode.Parse(text)!.AsObject())
        {
            var (name, member, night) = (at.Split('/')[0], int.Parse(at.Split('/')[1]), int.Parse(at.Split('/')[2]));
            var now = (
                await app.Post(
                    "/api/plan",
                    new
                    {
                        trip = await app.Trip(name),
                        night,
                        member,
                    }
                )
            ).Body!["night"]!;
            // The kept answers are renewed when the method changes, and only then; a verdict may turn where the low lies on its line.
            if (Math.Abs((double)now["weather"]!["low"]!["planFor"]! - (double)now["limit"]!["outside"]!) > 0.75)
                Assert.Equal((string?)before!["verdict"], (string?)now["verdict"]);
            Assert.Equal((double)before!["holdsTo"]!, (double)now["comfort"]!["outside"]!, 0.2);
        }
    }

    [Fact]
    public async Task A_trip_of_the_second_shape_keeps_what_lay_under_its_people()
    {
        var folder = await Filled();
        var kept = await File.ReadAllTextAsync(
            Path.Combine(AppContext.BaseDirectory, "Old", "trip-shape-2.json"),
            TestContext.Current.CancellationToken
        );
        Run(folder, $"UPDATE Trips SET Body = '{kept.Replace("'", "''")}' WHERE Name = 'Isvar crossing'");
        await using var app = App.On(folder);
        var trip = await app.Trip();
        var member = trip["members"]![0]!;
        static string Gaps(JsonNode? bed) =>
            string.Join(" ", new[] { "head", "torso", "legs", "feet" }.Select(r => (string?)bed!["beneath"]![r]));
        Assert.Equal("nothing nothing rucksack rucksack", Gaps(member["bed"]));
        var own = member["nights"]![0]!["bed"]!;
        Assert.Equal("spareClothes spareClothes spareClothes spareClothes", Gaps(own));
        Assert.True((bool)own["hammock"]!["windCover"]! && (bool)own["breathInside"]!);
        var idea = member["ideas"]![0]!["system"]!;
        Assert.Equal("nothing nothing rucksack rucksack", Gaps(idea["bed"]));
        Assert.Equal(3, idea["layers"]!.AsArray().Count);
        var saved = await app.Put($"/api/trips/{trip["id"]}", trip);
        Assert.True(saved.Status == 200, $"{saved.Body}");
    }

    [Fact]
    public async Task A_start_killed_at_any_instant_starts_again_and_loses_nothing()
    {
        var (kills, seconds) = Torture.Share;
        var figures = await Torture.Kills(kills, TimeSpan.FromSeconds(seconds));
        Assert.True(figures.Acknowledged > 0, "Nothing was written while it was killed.");
        Assert.Equal(figures.Acknowledged, figures.Found);
    }
}
