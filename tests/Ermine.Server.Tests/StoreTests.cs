using System.Text;
using Ermine.Exchange;
using Microsoft.Data.Sqlite;

namespace Ermine.Server.Tests;

/// <summary>What the files hold, and what any file does to the reader.</summary>
public sealed class StoreTests(App app) : IClassFixture<App>
{
    [Fact]
    public async Task A_copy_made_while_in_use_is_whole()
    {
        using var folder = new Storage.DataFolder(app.Folder);
        var copy = Storage.Backups.Make(folder, "by-hand").File;
        await using var kept = new SqliteConnection($"Data Source={copy};Pooling=False");
        await kept.OpenAsync(TestContext.Current.CancellationToken);
        await using var ask = kept.CreateCommand();
        ask.CommandText = "SELECT (SELECT COUNT(*) FROM Items), (SELECT COUNT(*) FROM ForecastHourRow)";
        await using var row = await ask.ExecuteReaderAsync(TestContext.Current.CancellationToken);
        Assert.True(await row.ReadAsync(TestContext.Current.CancellationToken));
        Assert.Equal((163, 195), (row.GetInt32(0), row.GetInt32(1)));
    }

    [Fact]
    public async Task Data_outlives_the_server()
    {
        var folder = Directory.CreateTempSubdirectory("ermine-test-").FullName;
        string id;
        await using (var first = App.On(folder))
        {
            var trip = await first.Trip();
            id = (string)trip["id"]!;
            trip["name"] = "Renamed";
            Assert.Equal(200, (await first.Put($"/api/trips/{id}", trip)).Status);
        }
        await using var second = App.On(folder);
        Assert.Equal(id, (string)(await second.Trip("Renamed"))["id"]!);
        Assert.False(Directory.Exists(Path.Combine(folder, "backups")));
    }

    [Fact]
    public void Nothing_that_is_cut_off_scrambled_or_random_breaks_the_reader()
    {
        var sound = Encoding.UTF8.GetBytes(
            "# time zone: Europe/Oslo\ntime,temperature_c,wind_ms\n2027-02-13 20:00,-5,3\n2027-02-13 21:00,\"-6\",4\n"
        );
        var random = new Random(11);
        for (var run = 0; run < 3000; run++)
        {
            var bytes = sound[..random.Next(sound.Length + 1)];
            for (var hits = random.Next(6); hits > 0 && bytes.Length > 0; hits--)
                bytes[random.Next(bytes.Length)] = (byte)random.Next(256);
            var reading = ForecastFile.Read(
                "scrambled.csv",
                bytes,
                new(TimeZone: "Europe/Oslo"),
                TestContext.Current.CancellationToken
            );
            Assert.True(reading.Series is not null || reading.Faults.Count > 0);
            Assert.All(reading.Series?.Hours ?? [], h => Assert.InRange(h.TemperatureC, -90, 60));
        }
    }

    [Fact]
    public void Nothing_scrambled_in_JSON_breaks_the_reader()
    {
        var sound =
            "{ \"hourly\": { \"time\": [\"2027-02-13T22:00\"], \"temp_c\": [-20], \"wind_ms\": [3] }, \"properties\": { \"timeseries\": [] } }"u8.ToArray();
        var random = new Random(12);
        for (var run = 0; run < 3000; run++)
        {
            byte[] bytes = [.. sound];
            for (var hits = random.Next(1, 5); hits > 0; hits--)
                bytes[random.Next(bytes.Length)] = (byte)random.Next(32, 127);
            var reading = ForecastFile.Read(
                "scrambled.json",
                bytes,
                new(TimeZone: "UTC"),
                TestContext.Current.CancellationToken
            );
            Assert.True(reading.Series is not null || reading.Faults.Count > 0);
        }
    }

    [Fact]
    public void A_quote_that_never_closes_does_not_swallow_the_rest()
    {
        var text = "time,temp_c\n2027-02-13 20:00,\"-5\n2027-02-13 21:00,-6\n2027-02-13 22:00,-7\n";
        var reading = ForecastFile.Read(
            "quote.csv",
            Encoding.UTF8.GetBytes(text),
            new(TimeZone: "UTC"),
            TestContext.Current.CancellationToken
        );
        Assert.Contains(reading.Series!.Hours, h => h.TemperatureC == -7);
    }
}
