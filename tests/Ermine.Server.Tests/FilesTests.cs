using System.Text;
using System.Text.Json.Nodes;
using Microsoft.Data.Sqlite;

namespace Ermine.Server.Tests;

public sealed class FilesTests(App app) : IClassFixture<App>
{
    private async Task<JsonArray> Kit(string text, string more = "")
    {
        var answer = await app.PostText($"/api/kit/read?units=C{more}", text);
        Assert.Equal(200, answer.Status);
        return answer.Body!["rows"]!.AsArray();
    }

    private static (string? Type, double Mass, string Claims, int Count) Of(JsonNode? row) =>
        (
            (string?)row!["item"]!["type"],
            (double)row["item"]!["massG"]!,
            string.Join(',', row["item"]!["claims"]!.AsArray().Select(c => $"{c!["kind"]}={c["value"]}")),
            (int)row["count"]!
        );

    [Theory]
    [InlineData("name,mass (g),comfort (°C)\nDown bag,1300,-12\n")]
    [InlineData("Comfort (C);Item;Weight (kg)\n-12;Down bag;1,3\n")]
    [InlineData("item name\tqty\tweight (oz)\tcomfort (F)\nDown bag\t1\t45.86\t10.4\n")]
    [InlineData("\"Name\",\"Category\",\"Weight\",\"Comfort\"\n\"Feather thing\",\"down bag\",\"1.3 kg\",\"-12\"\n")]
    [InlineData("My winter list\n\nname,mass (g),comfort (°C)\n\nDown bag,1300,-12\n\n")]
    [InlineData("Bezeichnung;Gewicht (g);Komfort (°C)\nDaunenschlafsack;1300;-12\n")]
    public async Task A_kit_list_is_read_in_any_order_of_columns_and_units(string text)
    {
        var row = Assert.Single(await Kit(text));
        var (type, mass, claims, count) = Of(row);
        Assert.Equal("bag", (string)row!["item"]!["kind"]!);
        Assert.Equal("down", (string)row["item"]!["material"]!);
        Assert.NotNull(type);
        Assert.Equal((1300, 1), (Math.Round(mass), count));
        Assert.StartsWith("comfort=-12", claims, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_spreadsheets_export_with_a_byte_order_mark_quotes_and_empty_rows_is_read()
    {
        var text =
            "\uFEFF\"Item\";\"Weight (g)\";\"Notes\"\r\n\"Socks; thick, \"\"wool\"\"\";\"115\";\"two\nlines\"\r\n;;\r\n\"Foam pad\";\"410\";\"\"\r\n";
        var rows = await Kit(text);
        Assert.Equal(2, rows.Count);
        Assert.Equal("Socks; thick, \"wool\"", (string)rows[0]!["item"]!["name"]!);
        Assert.Equal("two\nlines", (string)rows[0]!["item"]!["notes"]!);
    }

    [Fact]
    public async Task Ten_thousand_rows_are_read()
    {
        var text = new StringBuilder("name;mass (g)\n");
        for (var n = 0; n < 10_000; n++)
            text.Append($"wool socks {n};{80 + n % 40}\n");
        Assert.Equal(10_000, (await Kit(text.ToString())).Count);
    }

    [Fact]
    public async Task Headings_that_are_not_plain_are_asked_about_and_mapped()
    {
        const string Text = "A;B;C\nWool hat;80;x\nFoam pad;410;y\n";
        var answer = await app.PostText("/api/kit/read?units=C", Text);
        Assert.False((bool)answer.Body!["sure"]!);
        var mapped = await app.PostText("/api/kit/read?units=C&columns=name,mass,notes", Text);
        Assert.True((bool)mapped.Body!["sure"]!);
        Assert.Equal(("woolHat", 80.0, "", 1), Of(mapped.Body["rows"]![0]) with { Claims = "" });
        Assert.Equal("x", (string)mapped.Body["rows"]![0]!["item"]!["notes"]!);
        const string Numbers = "name,mass (g),warm to,colour\nDown bag,1300,-12,red\n";
        var unsure = (await app.PostText("/api/kit/read?units=C", Numbers)).Body!;
        Assert.False((bool)unsure["sure"]!);
        Assert.Equal([true, true, false, true], unsure["columns"]!.AsArray().Select(c => (bool)c!["sure"]!));
        var wrong = await app.PostText("/api/kit/read?columns=name,colour", Text);
        Assert.Equal(["columns"], wrong.FaultyFields());
    }

    [Fact]
    public async Task A_row_that_cannot_stand_is_named_and_the_others_are_there()
    {
        var rows = await Kit(
            "name,mass (g),comfort (°C)\nDown bag,heavy,-12\n,80,\nWool hat,80,\nDown bag,1300,-900\n"
        );
        Assert.Equal("line 2, mass (g)", (string)rows[0]!["faults"]![0]!["field"]!);
        Assert.Equal("heavy", (string)rows[0]!["faults"]![0]!["value"]!);
        Assert.Equal("line 3, name", (string)rows[1]!["faults"]![0]!["field"]!);
        Assert.Empty(rows[2]!["faults"]!.AsArray());
        Assert.NotEmpty(rows[3]!["faults"]!.AsArray());
    }

    [Fact]
    public async Task Kit_written_as_a_table_reads_back_the_same()
    {
        var text = await app.Http.GetStringAsync("/api/kit.csv", TestContext.Current.CancellationToken);
        var rows = await Kit(text);
        var owned = (await app.Get("/api/workspace"))["items"]!.AsArray().ToDictionary(i => (string)i!["name"]!);
        Assert.Equal(owned.Count, rows.Count);
        foreach (var item in rows.Select(r => r!["item"]!))
        {
            var own = owned[(string)item["name"]!]!;
            foreach (var field in (string[])["type", "kind", "massG", "material", "loftFactor", "windproof", "notes"])
                if (own["type"] is not null)
                    Assert.Equal($"{own["name"]} {field} {own[field]}", $"{item["name"]} {field} {item[field]}");
        }
    }

    [Fact]
    public async Task A_cell_that_a_spreadsheet_would_take_for_a_formula_is_kept_from_being_one()
    {
        await using var own = new App();
        var item = await own.Item("Thin hat");
        item["name"] = "=1+1";
        await own.Put($"/api/items/{item["id"]}", item);
        var text = await own.Http.GetStringAsync("/api/kit.csv", TestContext.Current.CancellationToken);
        Assert.Contains("\n'=1+1,", text, StringComparison.Ordinal);
        var read = await own.PostText("/api/kit/read", text);
        Assert.Contains(read.Body!["rows"]!.AsArray(), r => (string?)r!["item"]?["name"] == "=1+1");
    }

    [Fact]
    public async Task A_trip_goes_to_a_companion_with_all_that_it_needs()
    {
        var trip = await app.Trip();
        var file = await app.Http.GetByteArrayAsync(
            $"/api/trips/{trip["id"]}/file",
            TestContext.Current.CancellationToken
        );
        await using var other = App.OwnData();
        var read = await other.PostBytes("/api/package/read", file, "application/json");
        Assert.Equal(200, read.Status);
        Assert.All(read.Body!["standing"]!.AsArray(), s => Assert.Equal("new", (string)s!["standing"]!));
        Assert.Equal(200, (await other.Post("/api/forecasts/whole", read.Body["forecasts"]!)).Status);
        foreach (var sleeper in read.Body["sleepers"]!.AsArray())
            Assert.Equal(200, (await other.Put($"/api/sleepers/{sleeper!["id"]}", Fresh(sleeper))).Status);
        foreach (var item in read.Body["items"]!.AsArray())
            Assert.Equal(200, (await other.Put($"/api/items/{item!["id"]}", Fresh(item))).Status);
        foreach (var entry in read.Body["log"]!.AsArray())
            Assert.Equal(200, (await other.Put($"/api/log/{entry!["id"]}", Fresh(entry))).Status);
        var taken = read.Body["trips"]![0]!;
        Assert.Equal(200, (await other.Put($"/api/trips/{taken["id"]}", Fresh(taken))).Status);
        async Task<string> Verdicts(App at) =>
            string.Join(
                ' ',
                (await at.Post("/api/plan", new { trip = await at.Trip(), night = 0 })).Body!["nights"]!
                    .AsArray()
                    .Select(n => $"{n!["verdict"]}{n["holdsTo"]}")
            );
        Assert.Equal(await Verdicts(app), await Verdicts(other));
        var again = await other.PostBytes("/api/package/read", file, "application/json");
        Assert.All(again.Body!["standing"]!.AsArray(), s => Assert.Equal("same", (string)s!["standing"]!));
    }

    private static JsonNode Fresh(JsonNode node)
    {
        var copy = node.DeepClone();
        copy["version"] = 0;
        return copy;
    }

    [Fact]
    public async Task Everything_is_one_archive_that_finds_itself_the_same()
    {
        var all = await app.Http.GetByteArrayAsync("/api/archive", TestContext.Current.CancellationToken);
        var read = await app.PostBytes("/api/package/read", all, "application/json");
        var here = await app.Get("/api/workspace");
        Assert.Equal(here["items"]!.AsArray().Count, read.Body!["items"]!.AsArray().Count);
        Assert.Equal(here["trips"]!.AsArray().Count, read.Body["trips"]!.AsArray().Count);
        Assert.Equal(here["forecasts"]!.AsArray().Count, read.Body["forecasts"]!.AsArray().Count);
        Assert.All(read.Body["standing"]!.AsArray(), s => Assert.Equal("same", (string)s!["standing"]!));
    }

    [Fact]
    public async Task What_a_package_holds_and_this_version_cannot_read_is_named_and_left_out()
    {
        var item = await app.Item("Thin hat");
        var broken = item.DeepClone();
        broken["kind"] = "cloak";
        broken["name"] = "Cloak";
        var newer = item.DeepClone();
        newer["shape"] = 99;
        var package = new JsonObject
        {
            ["ermine"] = "package",
            ["items"] = new JsonArray(item.DeepClone(), broken, newer),
        };
        var read = await app.Post("/api/package/read", package);
        Assert.Single(read.Body!["items"]!.AsArray());
        Assert.Equal(["Cloak", "Thin hat"], read.Body["refused"]!.AsArray().Select(r => (string)r!["name"]!));
        Assert.Equal(422, (await app.Post("/api/package/read", new JsonObject { ["trips"] = 1 })).Status);
    }

    [Theory]
    [InlineData("time,temp_c\n2027-02-13 20:00,-5\n", "forecast")]
    [InlineData("BEGIN:VCALENDAR\nEND:VCALENDAR\n", "itinerary")]
    [InlineData("<?xml version=\"1.0\"?><gpx></gpx>", "itinerary")]
    [InlineData("name;mass (g)\nWool hat;80\n", "kit")]
    [InlineData("{ \"ermine\": \"package\" }", "package")]
    [InlineData("- down bag -12 comfort\n- foam pad r2\n- 3 wool socks\n", "list")]
    [InlineData("Dear all,\nthe quick brown fox\njumps over it\n", "unknown")]
    [InlineData("", "unknown")]
    public async Task A_file_is_taken_for_what_it_is(string text, string what) =>
        Assert.Equal(what, (string)(await app.PostText("/api/files/what", text)).Body!["is"]!);

    [Fact]
    public async Task Only_what_differs_from_its_type_is_kept_and_what_is_set_back_stays_back()
    {
        await using var own = new App();
        var type = (await own.Http.GetStringAsync("/api/kit/types", TestContext.Current.CancellationToken)) is var text
            ? JsonNode.Parse(text)!.AsArray().Single(t => (string)t!["key"]! == "foamPad")!
            : null!;
        var item = type["usual"]!.DeepClone();
        var id = Guid.NewGuid();
        (item["id"], item["name"], item["massG"]) = ($"{id}", "Mine", 555);
        Assert.Equal(200, (await own.Put($"/api/items/{id}", item)).Status);
        JsonObject Body()
        {
            using var connection = new SqliteConnection(
                $"Data Source={Path.Combine(own.Folder, "ermine.db")};Pooling=False"
            );
            connection.Open();
            using var ask = connection.CreateCommand();
            ask.CommandText = "SELECT Body FROM Items WHERE Name = 'Mine'";
            return JsonNode.Parse((string)ask.ExecuteScalar()!)!.AsObject();
        }
        Assert.Equal(["id", "massG", "name", "notes", "shape", "type", "version"], Body().Select(f => f.Key).Order());
        Assert.Equal(555, (double)(await own.Item("Mine"))["massG"]!);

        // Set back to what is usual: the old number must not come back with what another version wrote.
        var again = await own.Item("Mine");
        again["massG"] = type["usual"]!["massG"]!.DeepClone();
        Assert.Equal(200, (await own.Put($"/api/items/{id}", again)).Status);
        Assert.DoesNotContain("massG", Body().Select(f => f.Key));
        Assert.Equal((double)type["usual"]!["massG"]!, (double)(await own.Item("Mine"))["massG"]!);
    }

    [Fact]
    public async Task The_examples_can_be_put_beside_ones_own_data()
    {
        await using var own = App.OwnData();
        var examples = await own.Get("/api/examples");
        Assert.Equal(3, examples["trips"]!.AsArray().Count);
        Assert.Equal(200, (await own.Post("/api/forecasts/whole", examples["forecasts"]!)).Status);
        foreach (var kind in (string[])["sleepers", "items", "trips"])
        foreach (var thing in examples[kind]!.AsArray())
            Assert.Equal(200, (await own.Put($"/api/{kind}/{thing!["id"]}", thing)).Status);
        Assert.Equal(4, (await own.Get("/api/workspace"))["sleepers"]!.AsArray().Count);
    }

    [Fact]
    public async Task A_line_says_what_it_was_understood_as()
    {
        var read = await app.Post("/api/entry/line", new { text = "down bag -12 comfort 1300 g", units = "C" });
        Assert.Equal(
            ("bag", 1, 1300.0),
            ((string)read.Body!["kind"]!, (int)read.Body["count"]!, (double)read.Body["massG"]!)
        );
        Assert.Equal(
            ("comfort", -12.0),
            ((string)read.Body["claims"]![0]!["kind"]!, (double)read.Body["claims"]![0]!["value"]!)
        );
        Assert.Empty(read.Body["questions"]!.AsArray());
        Assert.Empty(read.Body["unread"]!.AsArray());
        Assert.Equal(
            ["units"],
            (await app.Post("/api/entry/line", new { text = "socks", units = "K" })).FaultyFields()
        );
        Assert.Equal(["text"], (await app.Post("/api/entry/line", new { text = new string('x', 301) })).FaultyFields());
    }

    [Fact]
    public async Task A_pasted_list_is_read_line_by_line_without_its_bullets()
    {
        var read = await app.Post(
            "/api/entry/lines",
            new { lines = new[] { "• down bag -12 comfort", "", "2. foam pad r2", "[ ] 3 wool socks", "—" } }
        );
        Assert.Equal(
            ["down bag -12 comfort", "foam pad r2", "3 wool socks"],
            read.Body!.AsArray().Select(l => (string)l!["text"]!)
        );
    }

    [Fact]
    public async Task A_long_list_is_read_and_a_longer_one_is_refused()
    {
        object Of(int lines) => new { lines = Enumerable.Range(0, lines).Select(n => $"thick wool socks number {n}") };
        Assert.Equal(300, (await app.Post("/api/entry/lines", Of(300))).Body!.AsArray().Count);
        Assert.Equal(["lines"], (await app.Post("/api/entry/lines", Of(301))).FaultyFields());
    }

    [Fact]
    public async Task What_is_offered_is_looked_at_before_it_is_weighed()
    {
        var item = await app.Item("Thin hat");
        item["massG"] = -1;
        var answer = await app.Post(
            "/api/plan/adds",
            new
            {
                trip = await app.Trip(),
                night = 0,
                member = 0,
                offered = new[] { item },
            }
        );
        Assert.Equal(["offered[0].massG"], answer.FaultyFields());
    }
}
