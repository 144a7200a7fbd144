using System.Globalization;
using FsCheck.Xunit;

namespace Ermine.Core.Tests;

/// <summary>Lines as people write them, each with what must be understood and what must be asked; judged by hand, not by the reader.</summary>
public sealed class PlainWordsTests
{
    public static TheoryData<string, string, string, string, string, string> Lines()
    {
        var data = new TheoryData<string, string, string, string, string, string>();
        foreach (var row in File.ReadLines(Path.Combine(AppContext.BaseDirectory, "lines.csv")).Skip(1))
        {
            var cells = row.Split('|');
            data.Add(cells[0], cells[1], cells[2], cells[3], cells[4], cells[5]);
        }
        return data;
    }

    [Theory]
    [MemberData(nameof(Lines))]
    public void A_line_is_understood(string text, string type, string count, string massG, string claims, string asks)
    {
        var read = PlainWords.Read(text);
        Assert.Equal(type, read.Type ?? "");
        Assert.Equal(asks, string.Join(',', read.Questions.Select(q => q.Field)));
        if (type.Length == 0)
        {
            Assert.True(read.IsNonsense && read.Item is null && read.Name == text);
            return;
        }
        Assert.Equal(count, $"{read.Count}");
        Assert.Equal(massG, read.MassSaid ? read.MassG!.Value.ToString(CultureInfo.InvariantCulture) : "");
        Assert.Equal(claims, string.Join(',', read.Claims.Select(Said)));
        // What was understood can stand in the kit as it is.
        Assert.Empty(EntryRules.Check(read.Item!));
    }

    private static string Said(Claim claim) =>
        $"{char.ToLowerInvariant($"{claim.Kind}"[0])}{$"{claim.Kind}"[1..]}={claim.Value.ToString(CultureInfo.InvariantCulture)}";

    [Fact]
    public void There_are_two_hundred_lines_and_more() => Assert.True(Lines().Count >= 200);

    [Theory]
    [InlineData("15 degree quilt", "15 °F quilt", -9.4)]
    [InlineData("15 degree quilt", "15 °C quilt", 15)]
    [InlineData("down bag 20° 1300 g", "down bag 20 °F 1300 g", -6.7)]
    public void A_reply_is_a_line_that_no_longer_asks(string text, string reply, double celsius)
    {
        var asked = Assert.Single(PlainWords.Read(text).Questions, q => q.Field == "temperatureUnit");
        Assert.Contains(reply, asked.Replies.Select(r => r.Line));
        var settled = PlainWords.Read(reply);
        Assert.DoesNotContain(settled.Questions, q => q.Field == "temperatureUnit");
        Assert.Equal(celsius, settled.Claims[0].Value);
        Assert.Equal(PlainWords.Read(text).MassG, settled.MassG);
    }

    [Fact]
    public void Every_reply_to_every_line_is_understood_as_the_same_thing()
    {
        foreach (var line in Lines().Select(l => l.Data.Item1))
        {
            var read = PlainWords.Read(line);
            foreach (var reply in read.Questions.SelectMany(q => q.Replies))
            {
                var then = PlainWords.Read(reply.Line);
                Assert.Equal(read.Kind, then.Kind);
                Assert.True(then.Questions.Count < read.Questions.Count, reply.Line);
            }
        }
    }

    [Fact]
    public void Until_the_scale_is_said_the_warmer_label_counts()
    {
        var open = ItemReader.Read(PlainWords.Read("20 degree bag").Item!).Insulation!.Value;
        Assert.True(open.SI < ItemReader.Read(PlainWords.Read("20 F bag").Item!).Insulation!.Value.SI);
    }

    [Theory]
    [InlineData("20 degree bag", -6.7)]
    [InlineData("-20 bag", -28.9)]
    [InlineData("bag -7 °C", -7)]
    public void Whoever_reads_in_Fahrenheit_writes_in_it(string text, double celsius)
    {
        var read = PlainWords.Read(text, Degrees.Fahrenheit);
        Assert.Equal(celsius, read.Claims[0].Value);
        Assert.DoesNotContain(read.Questions, q => q.Field == "temperatureUnit");
    }

    [Theory]
    [InlineData("synthetic jacket hood", true)]
    [InlineData("hooded synthetic jacket", true)]
    [InlineData("synthetic jacket", false)]
    [InlineData("down jacket without hood", false)]
    [InlineData("Daunenjacke mit Kapuze", true)]
    public void A_hood_is_part_of_a_jacket(string text, bool hood) =>
        Assert.Equal(hood, PlainWords.Read(text).Item!.HasOwnHood);

    [Fact]
    public void A_bag_has_the_hood_and_collar_that_are_said()
    {
        var bare = PlainWords.Read("down bag no hood -5 comfort").Item!;
        Assert.False(bare.Hood || bare.Collar);
        Assert.True(PlainWords.Read("down bag -5 comfort with draft collar").Item!.Collar);
    }

    [Fact]
    public void What_is_old_has_lost_loft_and_asks_how_much()
    {
        var read = PlainWords.Read("old down bag -10 limit");
        Assert.Equal(Loft.IfOld, read.Item!.LoftFactor);
        Assert.Contains(read.Questions, q => q.Field == "loft");
        Assert.Equal(1, PlainWords.Read("old fleece").Item!.LoftFactor);
    }

    [Fact]
    public void What_is_not_understood_is_named_and_stays_in_the_name()
    {
        var read = PlainWords.Read("down bag by Nobody mk4 -12 comfort");
        Assert.Equal(["by", "Nobody", "mk4"], read.Unread);
        Assert.Contains("Nobody", read.Name, StringComparison.Ordinal);
    }

    [Theory]
    [InlineData("down bag -900 comfort")]
    [InlineData("foam pad r 99")]
    [InlineData("wool hat 90000 g")]
    public void A_number_that_cannot_be_is_asked_for_again(string text)
    {
        var read = PlainWords.Read(text);
        Assert.NotEmpty(read.Questions);
        Assert.Null(read.Reading);
    }

    [Property(MaxTest = 500)]
    public void Nothing_that_is_typed_breaks_it(string? text)
    {
        var read = PlainWords.Read(text ?? "");
        Assert.InRange(read.Count, 1, PlainWords.MostOfOne);
        Assert.True(read.Item is null || read.Reading is null || EntryRules.Check(read.Item).Count == 0);
    }

    [Property(MaxTest = 300)]
    public void Nor_does_any_mixture_of_words_that_mean_something(int seed)
    {
        var random = new Random(seed);
        var words = Lines().SelectMany(l => l.Data.Item1.Split(' ')).ToArray();
        var text = string.Join(
            ' ',
            Enumerable.Range(0, random.Next(1, 9)).Select(_ => words[random.Next(words.Length)])
        );
        var read = PlainWords.Read(text);
        foreach (var reply in read.Questions.SelectMany(q => q.Replies))
            PlainWords.Read(reply.Line);
        Assert.True(read.IsNonsense == read.Item is null);
    }
}
