using Ermine.Core.Days;
using Ermine.Core.Rules;
using Ermine.Core.Trips;
using static Ermine.Core.Tests.DayRunTests;
using static Ermine.Core.Tests.Things;

namespace Ermine.Core.Tests;

/// <summary>Each rule of the day fires where it applies, and only there.</summary>
public class DayRulesTests
{
    private static IReadOnlyList<string> Fired(
        IReadOnlyList<DayBlock> blocks,
        IReadOnlyList<KitItem> worn,
        params KitItem[] stowed
    )
    {
        KitItem[] items = [.. worn, .. stowed];
        var night = Night(-20);
        var outfit = Alone(Slept()) with
        {
            Along = [.. items.Select(i => i.Id)],
            Dry = DryPlan.Plain with
            {
                Days =
                [
                    new(
                        night.Id,
                        DayWork.Easy,
                        [],
                        blocks,
                        [.. worn.Select(i => new Bar(i.Id, 0, 36, Opening: Opening.Closed))]
                    ),
                ],
            },
        };
        var trip = Trip(Slept(), night).With(outfit);
        var closet = new Closet(items);
        var run = new TripRun(new(new(trip, closet, null), Body.Sleeper.StandardMan), trip.Outfits[0]);
        var day = run.Days.Of(run.Outfit, closet, 0, blocks, run.PlanOf(0), Frost.Water.None, Body.BodyHeat.Rested)!;
        var played = run.Days.Play(0, day);
        return
        [
            .. DayRules
                .Check(new(run, 0, day, played, Pauses.Of(day, played, TestContext.Current.CancellationToken)))
                .Select(c => c.Rule),
        ];
    }

    private static readonly DayBlock Calm = Block(9, 11, wind: 1, going: new(0, 1.2, FootprintCm: 5));

    private static KitItem[] Without(params string[] types) => [.. Walking.Where(i => !types.Contains(i.Type))];

    [Fact]
    public void A_day_that_is_right_is_left_in_peace() =>
        Assert.Empty(Fired([Calm with { Going = new(15, 1.2, FootprintCm: 6) }], Walking, Of("shellJacket")));

    [Fact]
    public void Cotton_where_it_gets_wet()
    {
        var hard = Block(9, 11, air: -2, effort: Effort.VeryHigh);
        KitItem[] cotton = [.. Without("woolBaseTop"), Of("cottonTee"), Of("shellJacket")];
        Assert.Contains("cotton-wet", Fired([hard], cotton));
        Assert.DoesNotContain("cotton-wet", Fired([Block(9, 10, Activity.Wait, air: -10)], cotton));
    }

    [Fact]
    public void Fleece_outermost_in_wind()
    {
        var windy = Calm with { WindMs = 8 };
        Assert.Contains("fleece-outermost", Fired([windy], Without("windShirt")));
        Assert.DoesNotContain("fleece-outermost", Fired([windy], Walking));
        Assert.DoesNotContain("fleece-outermost", Fired([Calm], Without("windShirt")));
    }

    [Fact]
    public void Down_under_straps_or_while_sweating()
    {
        var down = Of("lightDownJacket");
        Assert.Contains("down-at-work", Fired([Calm with { Going = new(12, 1.1) }], [.. Walking, down]));
        Assert.DoesNotContain("down-at-work", Fired([Block(9, 10, Activity.Wait)], [.. Walking, down]));
    }

    [Fact]
    public void A_shell_too_small_for_what_is_under_it()
    {
        var thick = Of("thickFleece");
        var shell = Of("shellJacket");
        Assert.Contains("shell-too-small", Fired([Calm], [.. Walking, thick, shell with { InnerGirthCm = 100 }]));
        Assert.DoesNotContain("shell-too-small", Fired([Calm], [.. Walking, thick, shell with { InnerGirthCm = 130 }]));
    }

    [Fact]
    public void The_jacket_stowed_at_a_cold_stop_and_thin_legs_under_a_thick_top()
    {
        DayBlock[] day = [Calm, Block(11, 12, Activity.Wait)];
        var jacket = Of("campDownJacket");
        Assert.Contains("jacket-out-of-reach", Fired(day, Walking, jacket));
        Assert.DoesNotContain("jacket-out-of-reach", Fired([Calm], Walking, jacket));
        Assert.Contains("legs-forgotten", Fired([Block(9, 11, Activity.Wait)], [.. Walking, jacket]));
    }

    [Fact]
    public void Sparks_rain_and_the_flame_in_the_tent()
    {
        var fire = Block(18, 19, Activity.Cook, air: -5) with { Place = DayPlace.Fire };
        Assert.Contains("sparks", Fired([fire], Walking));
        Assert.DoesNotContain("sparks", Fired([fire], [.. Walking, Of("woolShirt"), Of("anorak")]));
        var mild = Calm with { AirC = -1 };
        Assert.Contains("nothing-against-rain", Fired([mild], Walking));
        Assert.DoesNotContain("nothing-against-rain", Fired([mild], Walking, Of("rainJacket")));
        Assert.Contains("no-shell-in-wet", Fired([mild with { Sky = Sky.Rain }], Walking, Of("rainJacket")));
        Assert.Contains(
            "carbon-monoxide",
            Fired([Block(17, 18, Activity.Cook) with { Place = DayPlace.Tent }], Walking)
        );
    }

    [Fact]
    public void Tight_socks_stacked_zips_dusk_and_sweat_before_camp()
    {
        Assert.Contains(
            "tight-by-day",
            Fired([Calm], [.. Without("woolSocks"), Of("woolSocks") with { Tight = true }])
        );
        Assert.Contains(
            "zip-on-zip",
            Fired([Calm], [.. Walking, Of("fleeceJacket"), Of("fleeceVest"), Of("synthJacketLight")])
        );
        var sun = Block(13, 15, air: -4) with { Sky = Sky.Sun };
        Assert.Contains("sun-to-dusk", Fired([sun, Block(15, 17, air: -12)], Walking));
        Assert.DoesNotContain("sun-to-dusk", Fired([sun, Block(15, 17, air: -5) with { Sky = Sky.Sun }], Walking));
        var hard = Block(13, 15, air: -5, effort: Effort.VeryHigh);
        Assert.Contains("sweat-before-camp", Fired([hard], [.. Walking, Of("shellJacket")]));
    }

    [Fact]
    public void A_body_in_danger_and_a_bare_face_are_grave_or_said()
    {
        var cold = Block(9, 14, Activity.Wait, air: -35, wind: 8);
        var fired = Fired([cold], Without("balaclava"));
        Assert.Contains("day-harm", fired);
        Assert.Contains("day-frostbite", fired);
        Assert.Contains("bare-face", fired);
        Assert.DoesNotContain("bare-face", Fired([cold], Walking));
    }
}
