using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;

namespace Ermine.Server.Tests;

/// <summary>A disk that is full, and one that can only be read: said in words, nothing acknowledged is lost, and it goes on once it can.</summary>
public sealed class DiskTests
{
    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    private static string OwnDisk()
    {
        if (!OperatingSystem.IsLinux() || !Launched.CanHaveDisks())
            Assert.Skip("This machine lets no process have a disk of its own (unshare).");
        return Directory.CreateTempSubdirectory("ermine-test-").FullName;
    }

    /// <summary>Saves a thing of its own; the status and what is said.</summary>
    internal static async Task<(HttpStatusCode Status, string Text)> Save(HttpClient http, Guid id, int version = 0)
    {
        var body = new
        {
            id,
            name = $"{id}",
            claims = Array.Empty<object>(),
            massG = 400,
            kind = "gear",
            source = "labelled",
            cover = new
            {
                head = 0,
                torso = 0,
                legs = 0,
                feet = 0,
            },
            notes = new string('n', 480),
            version,
        };
        using var answer = await http.PutAsJsonAsync($"/api/items/{id}", body, Stop);
        return (answer.StatusCode, await answer.Content.ReadAsStringAsync(Stop));
    }

    private static async Task<HashSet<Guid>> There(HttpClient http) =>
        [
            .. (await http.GetFromJsonAsync<JsonObject>("/api/workspace", Stop))!["items"]!
                .AsArray()
                .Select(i => (Guid)i!["id"]!),
        ];

    [Fact]
    public async Task A_full_disk_is_named_loses_nothing_and_room_is_used_again()
    {
        var folder = OwnDisk();
        using var server = Launched.OnOwnDisk(folder, 6, $"head -c 3000000 /dev/zero > {folder}/filler");
        using var http = new HttpClient { BaseAddress = new((await server.Address).TrimEnd('.')) };
        var acknowledged = new HashSet<Guid>();
        (HttpStatusCode Status, string Text) last = default;
        for (var n = 0; n < 5_000; n++)
        {
            var id = Guid.NewGuid();
            last = await Save(http, id);
            if (last.Status != HttpStatusCode.OK)
                break;
            acknowledged.Add(id);
        }
        Assert.True(last.Status == HttpStatusCode.InsufficientStorage, last.Text);
        Assert.Contains("is full: make room", last.Text, StringComparison.Ordinal);
        Assert.NotEmpty(acknowledged);
        // It still answers, and with everything that it said was saved.
        Assert.Superset(acknowledged, await There(http));
        File.Delete(server.Inside($"{folder}/filler"));
        var after = Guid.NewGuid();
        Assert.Equal(HttpStatusCode.OK, (await Save(http, after)).Status);
        acknowledged.Add(after);
        Assert.Superset(acknowledged, await There(http));
    }

    [Fact]
    public async Task A_disk_that_can_only_be_read_is_opened_for_looking()
    {
        var folder = OwnDisk();
        var from = Directory.CreateTempSubdirectory("ermine-test-").FullName;
        using (var first = new Launched("--data", from, "--port", "0", "--demo", "true"))
            await first.Address;
        using var server = Launched.OnOwnDisk(
            folder,
            9,
            $"cp {from}/ermine.db* {folder} && mount -o remount,ro {folder}"
        );
        using var http = new HttpClient { BaseAddress = new((await server.Address).TrimEnd('.')) };
        Assert.Contains("can only be read: nothing is saved", server.Output, StringComparison.Ordinal);
        Assert.NotEmpty(await There(http));
        var refused = await Save(http, Guid.NewGuid());
        Assert.True((int)refused.Status is >= 400 and < 600);
        Assert.Contains("only be read", refused.Text, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_disk_too_small_to_begin_on_is_named()
    {
        var folder = OwnDisk();
        using var server = Launched.OnOwnDisk(
            folder,
            1,
            $"head -c 1030000 /dev/zero > {folder}/filler",
            "--demo",
            "true"
        );
        Assert.Equal(1, await server.Ended());
        Assert.Contains("full", server.Error, StringComparison.Ordinal);
        Assert.Single(server.Error.Trim().Split('\n'));
    }
}
