using System.Text.Json.Nodes;
using Microsoft.Data.Sqlite;

namespace Ermine.Server.Tests;

/// <summary>Copies made and brought back over HTTP while the data is served, and how it stands.</summary>
public sealed class KeepingTests
{
    private static async Task<string> Everything(App app) => (await app.Get("/api/archive")).ToJsonString();

    private static async Task<string> Copied(App app)
    {
        var made = await app.Send(HttpMethod.Post, "/api/backups", null);
        Assert.Equal(200, made.Status);
        return (string)made.Body!["name"]!;
    }

    private static Task<Answer> BringBack(App app, string name) =>
        app.Send(HttpMethod.Post, $"/api/backups/{Uri.EscapeDataString(name)}/restore", null);

    [Fact]
    public async Task Everything_comes_back_as_it_was_and_what_was_there_before_comes_back_again()
    {
        await using var app = new App();
        // What is known of the log is asked before and after, for it is kept in memory.
        var before = await Everything(app);
        var learnedBefore = (await app.Get("/api/log/learned")).ToJsonString();
        var copy = await Copied(app);

        var trip = await app.Trip();
        trip["name"] = "Renamed since";
        Assert.Equal(200, (await app.Put($"/api/trips/{trip["id"]}", trip)).Status);
        var entry = (await app.Log())[0]!;
        Assert.Equal(204, (await app.Delete($"/api/log/{entry["id"]}?version={entry["version"]}")).Status);
        var changed = await Everything(app);
        Assert.NotEqual(before, changed);

        var back = await BringBack(app, copy);
        Assert.Equal(200, back.Status);
        Assert.Equal(3, (int)back.Body!["contents"]!["trips"]!);
        Assert.Equal(before, await Everything(app));
        Assert.Equal(learnedBefore, (await app.Get("/api/log/learned")).ToJsonString());

        Assert.Equal(200, (await BringBack(app, (string)back.Body["setAside"]!)).Status);
        Assert.Equal(changed, await Everything(app));
        // It still saves.
        var again = await app.Trip("Renamed since");
        Assert.Equal(200, (await app.Put($"/api/trips/{again["id"]}", again)).Status);
    }

    [Fact]
    public async Task A_copy_of_one_folder_is_the_data_of_another_machine()
    {
        await using var app = new App();
        var copy = await Copied(app);
        var file = await app.Http.GetByteArrayAsync($"/api/backups/{copy}", TestContext.Current.CancellationToken);
        var folder = Directory.CreateTempSubdirectory("ermine-moved-").FullName;
        await File.WriteAllBytesAsync(Path.Combine(folder, "ermine.db"), file, TestContext.Current.CancellationToken);
        await using var other = App.On(folder);
        Assert.Equal(await Everything(app), await Everything(other));
    }

    [Fact]
    public async Task What_is_no_copy_is_refused_with_its_name_and_changes_nothing()
    {
        await using var app = new App();
        var backups = Directory.CreateDirectory(Path.Combine(app.Folder, "backups")).FullName;
        var copy = await Copied(app);
        await File.WriteAllTextAsync(
            Path.Combine(backups, "letter.db"),
            "no database at all, and longer than the header of one so that it is looked into in earnest, which takes a hundred bytes",
            TestContext.Current.CancellationToken
        );
        var bytes = await File.ReadAllBytesAsync(Path.Combine(backups, copy), TestContext.Current.CancellationToken);
        for (var at = 5_000; at < 60_000; at++)
            bytes[at] = (byte)(at * 7);
        await File.WriteAllBytesAsync(Path.Combine(backups, "spoilt.db"), bytes, TestContext.Current.CancellationToken);
        File.Copy(Path.Combine(backups, copy), Path.Combine(backups, "older.db"));
        using (var older = new SqliteConnection($"Data Source={Path.Combine(backups, "older.db")};Pooling=False"))
        {
            older.Open();
            using var mark = older.CreateCommand();
            mark.CommandText = "PRAGMA user_version = 1";
            mark.ExecuteNonQuery();
        }
        var before = await Everything(app);
        foreach (var name in new[] { "letter.db", "spoilt.db", "older.db" })
        {
            var refused = await BringBack(app, name);
            Assert.Equal(422, refused.Status);
            Assert.Equal(["name"], refused.FaultyFields());
        }
        foreach (var name in new[] { "none.db", "../ermine.db", "..%2Fermine.db" })
            Assert.Equal(404, (await BringBack(app, name)).Status);
        Assert.Equal(before, await Everything(app));
    }

    [Fact]
    public async Task Health_says_what_there_is_and_that_it_is_sound()
    {
        await using var app = new App();
        var health = await app.Get("/api/health");
        var data = health["data"]!;
        Assert.True((bool)data["sound"]!);
        Assert.False((bool)data["readOnly"]!);
        Assert.Equal(app.Folder, (string)data["folder"]!);
        Assert.Equal((await app.Get("/api/workspace"))["items"]!.AsArray().Count, (int)data["contents"]!["things"]!);
        Assert.Empty(health["backups"]!.AsArray());
        var copy = await Copied(app);
        var listed = Assert.Single((await app.Get("/api/health"))["backups"]!.AsArray())!;
        Assert.Equal(copy, (string)listed["name"]!);
        Assert.True((long)listed["bytes"]! > 50_000);
    }

    [Fact]
    public async Task Whoever_reads_while_a_copy_comes_back_meets_the_one_or_the_other()
    {
        await using var app = new App();
        var copy = await Copied(app);
        var trip = await app.Trip();
        trip["name"] = "Renamed since";
        Assert.Equal(200, (await app.Put($"/api/trips/{trip["id"]}", trip)).Status);
        var reading = Enumerable.Range(0, 12).Select(_ => app.Get("/api/workspace")).ToList();
        Assert.Equal(200, (await BringBack(app, copy)).Status);
        foreach (var read in await Task.WhenAll(reading))
            Assert.Equal(3, read["trips"]!.AsArray().Count);
        Assert.Contains(
            (await app.Get("/api/workspace"))["trips"]!.AsArray(),
            t => (string)t!["name"]! == "Isvar crossing"
        );
    }

    [Fact]
    public async Task A_copy_made_before_the_clock_was_set_back_or_on_is_still_found()
    {
        await using var app = new App();
        var made = (string)(await app.Send(HttpMethod.Post, "/api/backups", null)).Body!["name"]!;
        var copies = Path.Combine(app.Folder, "backups");
        for (var n = 0; n < 61; n++)
        {
            var later = Path.Combine(copies, $"ermine-20990101-{n:000000}-by-hand.db");
            File.Copy(Path.Combine(copies, made), later);
            File.SetLastWriteTimeUtc(later, DateTime.UtcNow.AddYears(9));
        }
        var listed = (await app.Get("/api/health"))["backups"]!.AsArray();
        Assert.DoesNotContain(listed, b => (string)b!["name"]! == made);
        Assert.Equal(200, (await app.Send(HttpMethod.Post, $"/api/backups/{made}/restore", null)).Status);
        Assert.Equal(404, (await app.Send(HttpMethod.Post, "/api/backups/../ermine.db/restore", null)).Status);
    }
}
