using System.Text.Json.Nodes;
using Ermine.Storage;

namespace Ermine.Server.Tests;

public sealed class BackupTests
{
    private static string NewFolder() => Directory.CreateTempSubdirectory("ermine-test-").FullName;

    private static async Task<(string Folder, string Trip)> Renamed(string name)
    {
        var folder = NewFolder();
        await using var app = App.On(folder);
        var trip = await app.Trip();
        trip["name"] = name;
        Assert.Equal(200, (await app.Put($"/api/trips/{trip["id"]}", trip)).Status);
        return (folder, (string)trip["id"]!);
    }

    [Fact]
    public async Task A_backup_says_what_it_holds_and_comes_back_with_what_was_there_set_aside()
    {
        var (folder, _) = await Renamed("As it was");
        using var saving = new Launched("--backup", "true", "--data", folder);
        Assert.Equal(0, await saving.Ended());
        Assert.Contains(
            "3 trips, 163 things, 3 sleepers, 1 forecast, 14 logged (demo data)",
            saving.Output,
            StringComparison.Ordinal
        );
        Assert.Contains(folder, saving.Output, StringComparison.Ordinal);
        var copy = Assert.Single(Directory.GetFiles(Path.Combine(folder, "backups")));

        var (other, _) = await Renamed("Later");
        using var restoring = new Launched("--restore", copy, "--data", other);
        Assert.Equal(0, await restoring.Ended());
        Assert.Contains("Brought back 3 trips", restoring.Output, StringComparison.Ordinal);
        Assert.Single(Directory.GetFiles(Path.Combine(other, "backups"), "*set-aside*.db"));
        await using (var back = App.On(other))
            await back.Trip("As it was");

        var aside = Directory.GetFiles(Path.Combine(other, "backups"), "*set-aside*.db")[0];
        using var again = new DataFolder(other);
        Backups.Restore(again, aside);
        again.Dispose();
        await using var undone = App.On(other);
        await undone.Trip("Later");
    }

    [Fact]
    public async Task What_is_no_backup_is_refused_and_nothing_is_changed()
    {
        var (folder, _) = await Renamed("Mine");
        var garbage = Path.Combine(NewFolder(), "garbage.db");
        await File.WriteAllTextAsync(garbage, new string('x', 4000), TestContext.Current.CancellationToken);
        var whole = Path.Combine(NewFolder(), "whole.db");
        using (var reading = new DataFolder(folder))
            File.Move(Backups.Make(reading, "test").File, whole);
        var cut = Path.Combine(NewFolder(), "cut.db");
        var bytes = await File.ReadAllBytesAsync(whole, TestContext.Current.CancellationToken);
        await File.WriteAllBytesAsync(cut, bytes[..^9000], TestContext.Current.CancellationToken);
        foreach (var file in new[] { garbage, cut, "/no/such/file.db", Path.Combine(folder, "ermine.db") })
        {
            using var data = new DataFolder(folder);
            var refused = Assert.Throws<RefusedException>(() => Backups.Restore(data, file));
            Assert.DoesNotContain("Exception", refused.Message, StringComparison.Ordinal);
        }
        await using var app = App.On(folder);
        await app.Trip("Mine");
    }

    [Fact]
    public async Task Nothing_is_backed_up_from_nothing_and_no_empty_file_is_left()
    {
        var empty = Path.Combine(NewFolder(), "never");
        using var server = new Launched("--backup", "true", "--data", empty);
        Assert.Equal(1, await server.Ended());
        Assert.Contains("holds no data", server.Error, StringComparison.Ordinal);
        Assert.False(Directory.Exists(empty));
    }

    [Fact]
    public async Task A_folder_in_use_is_backed_up_and_not_restored_into()
    {
        await using var app = new App();
        using var data = new DataFolder(app.Folder);
        var made = Backups.Make(data, "in-use", NewFolder());
        Assert.Equal(3, made.Contents.Trips);
        var refused = Assert.Throws<RefusedException>(() => Backups.Restore(data, made.File));
        Assert.Contains("Another Ermine", refused.Message, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_backup_opens_as_data_of_its_own()
    {
        var (folder, id) = await Renamed("Moved");
        var other = NewFolder();
        using (var data = new DataFolder(folder))
            File.Copy(Backups.Make(data, "moved").File, Path.Combine(other, "ermine.db"));
        await using var app = App.On(other);
        Assert.Equal(id, (string)(await app.Trip("Moved"))["id"]!);
    }
}
