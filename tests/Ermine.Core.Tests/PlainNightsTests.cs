using FsCheck.Xunit;

namespace Ermine.Core.Tests;

/// <summary>Nights as they are said, on a Thursday.</summary>
public sealed class PlainNightsTests
{
    private static readonly DateOnly Thursday = new(2026, 11, 26);

    private static string Read(string text, Degrees scale = Degrees.Celsius) =>
        string.Join(
            ' ',
            PlainNights
                .Read(text, Thursday, scale)
                .Nights.Select(n => FormattableString.Invariant($"{n.Date:MM-dd}:{n.LowC?.ToString() ?? "?"}"))
        );

    [Theory]
    [InlineData("−18 Saturday, −22 Sunday", "11-28:-18 11-29:-22")]
    [InlineData("-18 sat -22 sun", "11-28:-18 11-29:-22")]
    [InlineData("sat -18 sun -22", "11-28:-18 11-29:-22")]
    [InlineData("saturday: -18; sunday: -22", "11-28:-18 11-29:-22")]
    [InlineData("-18", "11-26:-18")]
    [InlineData("-18, -22, -25", "11-26:-18 11-27:-22 11-28:-25")]
    [InlineData("tonight -10, tomorrow -12", "11-26:-10 11-27:-12")]
    [InlineData("thu -10", "11-26:-10")]
    [InlineData("Fri to Sun -20", "11-27:-20 11-28:-20 11-29:-20")]
    [InlineData("fri-sun -20", "11-27:-20 11-28:-20 11-29:-20")]
    [InlineData("-18 sat and sun", "11-28:-18 11-29:-18")]
    [InlineData("weekend -15", "11-27:-15 11-28:-15")]
    [InlineData("3 nights -15", "11-26:-15 11-27:-15 11-28:-15")]
    [InlineData("minus 18 on Saturday", "11-28:-18")]
    [InlineData("12 Feb -20, 13 Feb -25", "02-12:-20 02-13:-25")]
    [InlineData("Feb 12 -20", "02-12:-20")]
    [InlineData("10 to 12 March -20", "03-10:-20 03-11:-20 03-12:-20")]
    [InlineData("1.2. -20, 2.2. -22", "02-01:-20 02-02:-22")]
    [InlineData("2027-02-12 -20", "02-12:-20")]
    [InlineData("Samstag -18, Sonntag -22", "11-28:-18 11-29:-22")]
    [InlineData("lørdag -18, søndag -22", "11-28:-18 11-29:-22")]
    [InlineData("saturday and sunday", "11-28:? 11-29:?")]
    [InlineData("0F saturday", "11-28:-17.8")]
    [InlineData("-18,5 °C sat", "11-28:-18.5")]
    public void Nights_are_read_with_their_lows(string text, string nights) => Assert.Equal(nights, Read(text));

    [Fact]
    public void Whoever_reads_in_Fahrenheit_says_it_in_it() =>
        Assert.Equal("11-28:-17.8", Read("0 saturday", Degrees.Fahrenheit));

    [Theory]
    [InlineData("tomorrow or thereabouts", "11-27:?", "thereabouts")]
    [InlineData("at the lake", "", "lake")]
    public void What_says_nothing_is_named(string text, string nights, string unread)
    {
        var read = PlainNights.Read(text, Thursday);
        Assert.Equal(nights, Read(text));
        Assert.Contains(unread, read.Unread);
    }

    [Theory]
    [InlineData("nothing here", "nights")]
    [InlineData("-500 saturday", "low")]
    [InlineData("18 saturday", "sign")]
    public void What_cannot_be_or_is_left_open_is_asked(string text, string field) =>
        Assert.Contains(PlainNights.Read(text, Thursday).Questions, q => q.Field == field);

    [Fact]
    public void A_low_without_a_sign_is_put_below_freezing_in_a_press()
    {
        var asked = Assert.Single(PlainNights.Read("18 sat, 22 sun", Thursday).Questions);
        Assert.Equal("11-28:-18 11-29:-22", Read(Assert.Single(asked.Replies).Line));
    }

    [Fact]
    public void A_second_low_ends_a_stretch_that_was_begun()
    {
        var read = PlainNights.Read("0sa-7Mo", Thursday);
        Assert.Equal([new(2026, 11, 28), new(2026, 11, 30)], read.Nights.Select(n => n.Date));
    }

    [Property(MaxTest = 500)]
    public void Nothing_that_is_typed_breaks_it(string? text)
    {
        var read = PlainNights.Read(text ?? "", Thursday);
        Assert.True(read.Nights.Count <= EntryRules.MostNights);
        Assert.Equal(read.Nights.OrderBy(n => n.Date), read.Nights);
    }

    [Fact]
    public void Digits_of_another_script_are_the_numbers_that_they_are()
    {
        var read = PlainNights.Read("-١٨ saturday, -۲۲ sunday", new(2026, 11, 27));
        Assert.Equal([-18.0, -22.0], read.Nights.Select(n => n.LowC!.Value));
        Assert.Equal(1300, PlainWords.Read("down bag -१२ comfort १३०० g").MassG);
    }

    [Theory]
    [InlineData("-18 on 9999-12-31, -20 saturday")]
    [InlineData("0001-01-01 -18, saturday -20")]
    [InlineData("9999-12-31 to 9999-12-31, weekend")]
    public void A_date_beyond_any_trip_is_not_read_and_the_rest_is(string text)
    {
        var read = PlainNights.Read(text, new(2026, 11, 27));
        Assert.Contains(
            read.Unread,
            u => u.Contains("-12-31", StringComparison.Ordinal) || u.Contains("-01-01", StringComparison.Ordinal)
        );
        Assert.NotEmpty(read.Nights);
        Assert.All(read.Nights, n => Assert.InRange(n.Date.Year, 2026, 2027));
    }
}
