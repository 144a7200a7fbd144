using System.Text;
using System.Text.Json.Nodes;
using Ermine.Exchange;

namespace Ermine.Server.Tests;

/// <summary>Every request ends: limits before work, readers that look at everything once, a ceiling for the rest.</summary>
[Collection(Alone.Name)]
public sealed class WorkTests(App app) : IClassFixture<App>
{
    private static string Lines(int count, Func<int, string> line) =>
        string.Concat(Enumerable.Range(0, count).Select(line));

    /// <summary>Files that once kept the server computing, ten times as large as it took then.</summary>
    public static TheoryData<string, string> Heavy() =>
        new()
        {
            { "a note of spaces", "# " + new string(' ', 1_000_000) + "\ntime,temp_c\n2027-02-13 20:00,-5\n" },
            { "notes without end", Lines(100_000, n => $"# {n}: x\n") + "time,temp_c\n2027-02-13 20:00,-5\n" },
            { "columns without end", "time,temp_c" + Lines(300_000, n => $",m{n}") + "\n2027-02-13 20:00,-5\n" },
            { "a long name", "time,temp" + new string('m', 2_000_000) + "_c\n2027-02-13 20:00,-5\n" },
            { "short lines", "time,temp_c" + Lines(390, n => $",m{n}") + "\n" + Lines(1_500_000, _ => "a\n") },
            {
                "an ensemble by time",
                $$"""{ "hourly": { "time": [{{string.Join(",", Enumerable.Range(0, 9000).Select(n => $"\"{new DateTime(2027, 1, 1).AddHours(n):yyyy-MM-ddTHH:mm}Z\""))}}], "temp_c": [{{string.Join(",", Enumerable.Repeat("[-1,-2,-3,-4,-5,-6,-7,-8,-9,-10]", 9000))}}] } }"""
            },
            {
                "detail names without end",
                $$$"""{ "properties": { "timeseries": [{{{string.Join(",", Enumerable.Range(0, 2000).Select(n => $$"""{ "time": "2027-01-01T00:00Z", "data": { "instant": { "details": { "a{{n}}": 1, "b{{n}}": 2 } } } }"""))}}}] } }"""
            },
            {
                "an array that ends in an object",
                $$"""{ "time": [{{string.Join(",", Enumerable.Repeat("1", 400_000))}},{}], "temp_c": [{{string.Join(",", Enumerable.Repeat("1", 400_000))}},{}] }"""
            },
            { "brackets", "{\"time\":" + new string('[', 1_000_000) },
        };

    [Theory]
    [MemberData(nameof(Heavy))]
    public void A_file_is_read_in_proportion_to_its_size(string what, string text)
    {
        var bytes = Encoding.UTF8.GetBytes(text);
        var before = GC.GetAllocatedBytesForCurrentThread();
        var reading = ForecastFile.Read(what, bytes, new(TimeZone: "UTC"), TestContext.Current.CancellationToken);
        var allocated = GC.GetAllocatedBytesForCurrentThread() - before;
        Assert.True(reading.Series is not null || reading.Faults.Count > 0);
        // All that is ever asked for bounds what is held at once; short lines are read for the first ten thousand of them.
        Assert.True(allocated < 40L * bytes.Length + 60_000_000, $"{what}: {allocated} of {bytes.Length} bytes");
    }

    public static TheoryData<string, string, int> Itineraries() =>
        new()
        {
            {
                "nested extensions",
                "<gpx><wpt lat='1' lon='1'><name>A</name><extensions>"
                    + Lines(250_000, _ => "<x>")
                    + Lines(250_000, _ => "</x>")
                    + "</extensions></wpt></gpx>",
                1
            },
            {
                "events without end",
                "BEGIN:VCALENDAR\n"
                    + Lines(50_000, _ => "BEGIN:VEVENT\nDTSTART;VALUE=DATE:20270213\nEND:VEVENT\n")
                    + "END:VCALENDAR\n",
                60
            },
            { "nested BEGIN", "BEGIN:VCALENDAR\n" + Lines(200_000, _ => "BEGIN:VEVENT\n"), 0 },
            {
                "a rule without end",
                "BEGIN:VCALENDAR\nBEGIN:VEVENT\nDTSTART;VALUE=DATE:20270213\nRRULE:FREQ=DAILY\nEND:VEVENT\nEND:VCALENDAR\n",
                60
            },
            {
                "a rule that no day fits",
                "BEGIN:VCALENDAR\nBEGIN:VEVENT\nDTSTART;VALUE=DATE:20270213\nRRULE:FREQ=DAILY;BYMONTH=2;BYMONTHDAY=30\nEND:VEVENT\nEND:VCALENDAR\n",
                -1
            },
            {
                "a rule by seconds",
                "BEGIN:VCALENDAR\nBEGIN:VEVENT\nDTSTART:20270213T180000\nRRULE:FREQ=SECONDLY\nEND:VEVENT\nEND:VCALENDAR\n",
                0
            },
            {
                "an empty date",
                "BEGIN:VCALENDAR\nBEGIN:VEVENT\nDTSTART:\nEND:VEVENT\nBEGIN:VEVENT\nDTSTART;VALUE=DATE:20270214\nEND:VEVENT\nEND:VCALENDAR\n",
                1
            },
            {
                "year one",
                "BEGIN:VCALENDAR\nBEGIN:VEVENT\nDTSTART;VALUE=DATE:00010101\nEND:VEVENT\nEND:VCALENDAR\n",
                0
            },
            {
                "a stay to the end of time",
                "BEGIN:VCALENDAR\nBEGIN:VEVENT\nDTSTART;VALUE=DATE:20270213\nDTEND;VALUE=DATE:99991231\nEND:VEVENT\nEND:VCALENDAR\n",
                0
            },
        };

    [Theory]
    [MemberData(nameof(Itineraries))]
    public void An_itinerary_is_read_once_and_what_cannot_be_laid_out_is_said(string what, string text, int stops)
    {
        var bytes = Encoding.UTF8.GetBytes(text);
        var before = GC.GetAllocatedBytesForCurrentThread();
        var reading = ItineraryFile.Read(bytes, TestContext.Current.CancellationToken);
        var allocated = GC.GetAllocatedBytesForCurrentThread() - before;
        if (stops >= 0)
            Assert.Equal(stops, reading.Stops.Count);
        Assert.True(reading.Stops.Count > 0 || reading.Faults.Count > 0, what);
        Assert.True(allocated < 100L * bytes.Length + 60_000_000, $"{what}: {allocated} of {bytes.Length} bytes");
    }

    [Fact]
    public void A_recurring_stay_is_laid_out_night_by_night()
    {
        var reading = ItineraryFile.Read(
            Encoding.UTF8.GetBytes(
                "BEGIN:VCALENDAR\nBEGIN:VEVENT\nDTSTART;VALUE=DATE:20270213\nRRULE:FREQ=WEEKLY;COUNT=3\nSUMMARY:Hut\nEND:VEVENT\nEND:VCALENDAR\n"
            ),
            TestContext.Current.CancellationToken
        );
        Assert.Equal(["2027-02-13", "2027-02-20", "2027-02-27"], reading.Stops.Select(s => $"{s.Date:yyyy-MM-dd}"));
    }

    [Theory]
    [InlineData("# elevation: 1e999 m\n", "elevation")]
    [InlineData("# elevation: Infinity\n", "elevation")]
    [InlineData("# elevation: NaN\n", "elevation")]
    [InlineData("# elevation: 12000 m\n", "elevation")]
    [InlineData("# issued: 0001-01-01T00:00Z\n", "issued")]
    public async Task What_a_file_says_of_itself_must_be_a_number_that_can_be(string note, string field)
    {
        var read = await app.PostText(
            "/api/forecasts?name=odd&timeZone=UTC",
            $"{note}time,temp_c\n2027-02-13 20:00,-5\n"
        );
        Assert.Equal(422, read.Status);
        Assert.Contains(field, read.FaultyFields());
        var json = $$"""{ "elevation": 1e999, "hourly": { "time": ["2027-02-13T20:00Z"], "temp_c": [-5] } }""";
        Assert.Equal(422, (await app.PostText("/api/forecasts?name=odd", json)).Status);
    }

    [Theory]
    [InlineData("elevationM=Infinity")]
    [InlineData("elevationM=NaN")]
    [InlineData("elevationM=1e9")]
    [InlineData("elevationM=high")]
    public async Task An_elevation_in_the_address_has_a_range(string query)
    {
        var read = await app.PostText(
            $"/api/forecasts?name=odd&timeZone=UTC&{query}",
            "time,temp_c\n2027-02-13 20:00,-5\n"
        );
        Assert.True(read.Status is 400 or 422);
        Assert.Equal(["elevationM"], read.FaultyFields());
    }

    [Theory]
    [InlineData("0001-01-01")]
    [InlineData("9999-12-31")]
    public async Task A_year_that_cannot_be_is_refused_everywhere(string date)
    {
        var trip = await app.Trip();
        trip["nights"]![0]!["date"] = date;
        Assert.Contains("nights[0].date", (await app.Post("/api/plan", new { trip, night = 0 })).FaultyFields());
        Assert.Contains("nights[0].date", (await app.Put($"/api/trips/{trip["id"]}", trip)).FaultyFields());
        var asked = await app.Send(HttpMethod.Get, $"/standin/station?from={date}&latitude=60", null);
        Assert.Equal(["from"], asked.FaultyFields());
        var read = await app.PostText("/api/forecasts?name=odd&timeZone=UTC", $"time,temp_c\n{date} 20:00,-5\n");
        Assert.Equal(422, read.Status);
    }

    [Fact]
    public async Task Lists_are_measured_before_they_are_walked()
    {
        var item = await app.Item("Winter down bag");
        item["claims"] = new JsonArray([.. Enumerable.Repeat(item["claims"]![0]!, 900).Select(c => c.DeepClone())]);
        Assert.Equal(["claims"], (await app.Post("/api/items/reading", item)).FaultyFields());

        var trip = await app.Trip();
        var id = (string)item["id"]!;
        trip["members"]![0]!["days"] = new JsonArray([.. Enumerable.Repeat(id, 100_000).Select(i => (JsonNode)i)]);
        Assert.Equal(["trip.members[0].days"], (await app.Post("/api/plan", new { trip, night = 0 })).FaultyFields());
        trip["members"]![0]!["days"] = new JsonArray();
        trip.Use(0, id, "along");
        trip.Use(0, id, "along");
        Assert.Contains("uses", (await app.Post("/api/plan", new { trip, night = 0 })).FaultyFields());
    }

    [Theory]
    [InlineData(
        "overrules",
        """[{ "kind": "coldPool", "value": 1, "note": "" }, { "kind": "coldPool", "value": 2, "note": "" }]"""
    )]
    public async Task A_step_is_set_by_hand_once(string field, string value)
    {
        var trip = await app.Trip();
        trip["nights"]![0]![field] = JsonNode.Parse(value);
        Assert.Contains($"nights[0].{field}", (await app.Post("/api/plan", new { trip, night = 0 })).FaultyFields());
    }

    [Theory]
    [InlineData("null", "trip.nights[0]")]
    [InlineData("1e400", "trip.nights[0].elevationM")]
    [InlineData("1e-320", "trip.nights[0].elevationM")]
    [InlineData("\\ud800", "trip.nights[0].camp")]
    [InlineData("00000000-0000-0000-0000-000000000000", "trip.nights[0].id")]
    public async Task What_no_record_can_hold_is_named_where_it_stands(string what, string field)
    {
        var trip = (await app.Trip()).ToJsonString();
        var camp = (string)(await app.Trip())["nights"]![0]!["camp"]!;
        var night = (string)(await app.Trip())["nights"]![0]!["id"]!;
        var text = what switch
        {
            "null" => trip.Insert(
                trip.IndexOf("\"nights\":[", StringComparison.Ordinal) + "\"nights\":[".Length,
                "null,"
            ),
            "\\ud800" => trip.Replace($"\"camp\":\"{camp}\"", "\"camp\":\"\\ud800\"", StringComparison.Ordinal),
            _ when what.StartsWith('0') => trip.Replace(
                $"\"id\":\"{night}\"",
                $"\"id\":\"{what}\"",
                StringComparison.Ordinal
            ),
            _ => System.Text.RegularExpressions.Regex.Replace(trip, "\"elevationM\":[^,]+", $"\"elevationM\":{what}"),
        };
        var asked = await app.Post("/api/plan", $$"""{ "trip": {{text}}, "night": 0 }""");
        Assert.Equal(422, asked.Status);
        Assert.Contains(field, asked.FaultyFields());
    }

    [Fact]
    public async Task The_most_that_is_accepted_is_answered_whole()
    {
        await using var own = new App();
        var trip = await LargestTrip.In(own);
        Assert.Equal(200, (await own.Put($"/api/trips/{trip["id"]}", trip)).Status);
        foreach (var call in new[] { "", "/fixes", "/dry" })
        {
            var asked = await own.Post(
                $"/api/plan{call}",
                new
                {
                    trip,
                    night = 30,
                    member = 3,
                }
            );
            Assert.True(asked.Status == 200, $"plan{call}: {asked.Status} {asked.Body?.ToJsonString()[..200]}");
        }
    }

    [Fact]
    public async Task What_takes_too_long_says_what_to_make_smaller()
    {
        await using var hurried = App.WithPatience(0.1);
        var trip = await LargestTrip.In(hurried);
        var asked = await hurried.Post(
            "/api/plan/losses",
            new
            {
                trip,
                night = 30,
                member = 3,
            }
        );
        Assert.Equal(503, asked.Status);
        Assert.Contains(
            "fewer nights, people, layers or events",
            (string)asked.Body!["title"]!,
            StringComparison.Ordinal
        );
        // What is small is answered meanwhile as ever.
        Assert.Equal(200, (await hurried.Post("/api/plan", new { trip = await hurried.Trip(), night = 0 })).Status);
    }

    [Fact]
    public async Task Work_ends_with_the_client_that_asked_for_it()
    {
        await using var own = App.WithPatience(100);
        var trip = await LargestTrip.In(own);
        var body = new
        {
            trip,
            night = 30,
            member = 3,
        };
        for (var n = 0; n < 4; n++)
        {
            using var gone = new CancellationTokenSource(TimeSpan.FromMilliseconds(700));
            await Assert.ThrowsAnyAsync<OperationCanceledException>(() =>
                own.Http.PostAsync(
                    "/api/plan/losses",
                    new StringContent(
                        System.Text.Json.JsonSerializer.Serialize(body, System.Text.Json.JsonSerializerOptions.Web),
                        Encoding.UTF8,
                        "application/json"
                    ),
                    gone.Token
                )
            );
        }
        // Both places for heavy work are free again: without that, this would wait for minutes.
        Assert.Equal(200, (await own.Post("/api/plan/fixes", body)).Status);
    }
}
