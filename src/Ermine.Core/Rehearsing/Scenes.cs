using Ermine.Core.Body;
using Ermine.Core.Choosing;
using Ermine.Core.Dryness;
using Ermine.Core.Kit;
using Ermine.Core.Loads;
using Ermine.Core.Nights;
using Ermine.Core.Plans;
using Ermine.Core.Stack;
using Ermine.Core.Trail;

namespace Ermine.Core.Rehearsing;

/// <content>What an evening asks: as it usually goes, and what goes wrong.</content>
public sealed partial class Rehearsal
{
    private static State With(State state, Func<Bedtime, Bedtime> change) =>
        state with
        {
            Evening = state.Evening with { Bedtime = change(state.Evening.Bedtime) },
        };

    private static State With(State state, Func<SleepSystem, SleepSystem> change) =>
        state with
        {
            Evening = state.Evening with { System = change(state.Evening.System) },
        };

    private static State Wetter(State state, IEnumerable<KitItem> things, Func<KitItem, double> grams)
    {
        var water = state.Evening.Water.Take();
        foreach (var thing in things)
            water.Wet(thing, grams(thing));
        return state with { Evening = state.Evening with { Water = water.Give() } };
    }

    private static State With(State state, KitItem thing) =>
        state with
        {
            Evening = state.Evening with
            {
                Model = state.Evening.Model.With(state.Evening.Model.Context.Closet.With([thing])),
            },
        };

    private static State Doing(State state, NightEvent done) =>
        With(state, b => b with { Events = [.. b.Events, done] });

    private static State Starts(State state, StartState how) => With(state, b => b with { Start = how });

    private IEnumerable<KitItem> NextToSkin(SleepSystem system) =>
        system
            .ThingsIn(run.Closet)
            .Where(t => t is { Kind: ItemKind.Garment, IsHeadwear: false })
            .GroupBy(t => t.Cover.Feet > 0.5)
            .SelectMany(g => g.Take(2));

    private List<Scene> Usual()
    {
        var skin = NextToSkin(start.Evening.System).ToList();
        State Damp(State s) => Wetter(s, skin, t => Textiles.DampUpTo * Moisture.HoldingMassG(t));
        var fuel = Melting.FuelG(BottleL, -10, 85, 0, Stove.Liquid);
        List<Scene> scenes =
        [
            new(
                Asks.Clothes,
                16.5,
                "You come in, the base damp from the day. The dry set for the night is in its bag.",
                null,
                false,
                [
                    new("Change at once", "The dry set on, the big jacket over it, before you cool.", s => s),
                    new(
                        "Stay in it until bed",
                        "It dries a little on you, and that heat is gone when you get in.",
                        s => Starts(s, StartState.Chilled)
                    ),
                    new(
                        "Sleep in what is damp",
                        "The dry set stays dry for tomorrow, and the damp goes into the bag.",
                        Damp
                    ),
                ]
            ),
            new(
                Asks.Food,
                17.5,
                "The stove is lit. What do you eat?",
                null,
                false,
                [
                    new(
                        "A hot meal, fat in it",
                        "Digesting makes heat for five hours.",
                        s => Doing(s, HeatSources.Usual(NightEventKind.Meal, InAt - 0.5) with { Kcal = 900 })
                    ),
                    new(
                        "A cold bite",
                        "Less to burn in the night.",
                        s => Doing(s, HeatSources.Usual(NightEventKind.Meal, InAt - 0.5) with { Kcal = 300 })
                    ),
                    new("Nothing, straight to bed", "Nothing to burn in the night.", s => s),
                ]
            ),
            new(
                Asks.Bottle,
                19,
                "Melt a litre more for a hot bottle, or save the fuel?",
                null,
                false,
                [
                    new(
                        "A hot bottle, wrapped, at the feet",
                        "It warms until midnight and is tomorrow's water.",
                        s => Doing(s, HeatSources.Usual(NightEventKind.HotBottle, InAt)) with { FuelG = s.FuelG + fuel }
                    ),
                    new("Save the fuel", "It is there for another evening.", s => s),
                ]
            ),
            new(
                Asks.GetIn,
                20.75,
                "It is time to get in. Your feet are cool.",
                null,
                false,
                [
                    new(
                        "Move until the feet glow, then in",
                        "Feet that go in cold stay cold.",
                        s =>
                            s.Evening.Bedtime.Start == StartState.Chilled
                                ? Starts(s, StartState.Normal)
                                : Starts(s, StartState.Warmed)
                    ),
                    new("Straight in", "Warm enough, you hope.", s => s),
                ]
            ),
            new(
                Asks.Breath,
                21.25,
                "Your nose is cold.",
                null,
                false,
                [
                    new("Face out, collar drawn", "Breath stays out of the loft.", s => s),
                    new(
                        "Nose into the bag",
                        "Warm for ten minutes; fifteen grams of water an hour go into the loft.",
                        s => With(s, b => b with { Bed = b.Bed with { BreathInside = true } })
                    ),
                ]
            ),
        ];
        if (Shell() is { } shell)
            scenes.Add(
                new(
                    Asks.Shell,
                    21,
                    $"{shell.Name} lies beside you. Over the foot of the bag with it?",
                    shell.Id,
                    false,
                    [
                        new("Leave it off", "The loft stays open, and vapour goes out.", s => s),
                        new(
                            "Over the foot of the bag",
                            "A little still air more; vapour is caught under it.",
                            s => Over(s, shell)
                        ),
                    ]
                )
            );
        return scenes;
    }

    /// <summary>A shell that is along and not slept in.</summary>
    private KitItem? Shell() =>
        run
            .Outfit.Uses.Where(id => !start.Evening.System.Has(id))
            .Select(run.Closet.Find)
            .OfType<KitItem>()
            .Where(t => t is { Kind: ItemKind.Garment, Material: Material.Coated } && t.Cover.Torso > 0.5)
            .OrderBy(t => t.Name, StringComparer.Ordinal)
            .FirstOrDefault();

    /// <summary>It serves as a bivy over legs and feet.</summary>
    private static State Over(State state, KitItem shell)
    {
        var over = shell with { Kind = ItemKind.Bivy, Cover = new(0, 0, 0.4, 1), Claims = [] };
        return With(With(state, over), s => s with { Layers = [.. s.Layers, new(shell.Id, Closure.Closed)] });
    }

    /// <summary>Of what can go wrong so many, the likelier the more they cost where nothing is done about them.</summary>
    private List<Scene> Drawn(int seed)
    {
        var random = new Random(seed);
        var can = CanGoWrong()
            .AsParallel()
            .AsOrdered()
            .WithCancellation(run.Context.Stop)
            .Select(s => (Scene: s, Costs: Costs(s)))
            .AsSequential()
            .ToList();
        var drawn = new List<Scene>();
        while (drawn.Count < GoWrong && can.Count > 0)
        {
            var at = random.NextDouble() * can.Sum(c => c.Costs);
            var i = 0;
            while (i < can.Count - 1 && (at -= can[i].Costs) > 0)
                i++;
            drawn.Add(can[i].Scene);
            can.RemoveAt(i);
        }
        return drawn;
    }

    /// <summary>What a mishap costs where it is borne, K, at least half a degree and at most fifteen.</summary>
    private double Costs(Scene scene)
    {
        if (scene.Asks == Asks.Colder)
            return OffBy;
        var before = ladder.Turns(start.Evening)!.FromWarm.Together;
        var after = ladder.Turns(scene.Ways[^1].Take(start).Evening)?.FromWarm.Together;
        return Math.Clamp(after is null ? 15 : before.ColderThan(after)?.Kelvin ?? 15, 0.5, 15);
    }

    private List<Scene> CanGoWrong()
    {
        var things = start.Evening.System.ThingsIn(run.Closet).ToList();
        List<Scene> scenes = [];
        if (ladder.Climb().Rungs is [{ OnlyAgainstCold: false } first, ..])
            scenes.Add(
                new(
                    Asks.Colder,
                    20.9,
                    "At nine the thermometer says 6 K less than it should. The night will be as much colder.",
                    first.Measures[0].Part.ItemId,
                    true,
                    [
                        new(
                            "Do now what the card says first",
                            "What is at hand goes on before you are cold.",
                            s => s with { Evening = first.Measures.Aggregate(s.Evening, ladder.Take) }
                        ),
                        new("Go in as planned", "It may turn out milder. It does not.", s => s),
                    ]
                )
            );
        if (things.Find(t => t is { Kind: ItemKind.Pad, Material: Material.Inflatable }) is { } pad)
            scenes.Add(
                new(
                    Asks.FlatPad,
                    25,
                    $"One in the morning. {pad.Name} is flat, and it is cold from below.",
                    pad.Id,
                    true,
                    [
                        new("Up, find the hole, patch it", "Fifteen cold minutes, and the pad is whole again.", s => s),
                        new(
                            "Rucksack and spare clothes under you",
                            "Better than nothing, and quicker.",
                            s =>
                                With(
                                    With(s, OneLostAtATime.Broken(pad)),
                                    b =>
                                        b with
                                        {
                                            Bed = b.Bed with
                                            {
                                                Beneath = new(
                                                    UnderGap.SpareClothes,
                                                    UnderGap.SpareClothes,
                                                    UnderGap.Rucksack,
                                                    UnderGap.Rucksack
                                                ),
                                            },
                                        }
                                )
                        ),
                        new(
                            "Stay in and bear it",
                            "The ground takes what it can.",
                            s => With(s, OneLostAtATime.Broken(pad))
                        ),
                    ]
                )
            );
        if (things.Find(t => t.Kind == ItemKind.Bag) is { } bag)
        {
            State Open(State s) =>
                With(
                    s,
                    b => SystemChange.Use(b, bag.Id, l => l with { Closure = Closure.CollarOpen, HoodOpen = true })
                );
            scenes.Add(
                new(
                    Asks.Zip,
                    21.1,
                    $"The zip of {bag.Name} bursts as you draw it up.",
                    bag.Id,
                    true,
                    [
                        new(
                            "Pin it, and lie on the opening",
                            "Half of it closes again.",
                            s => With(s, b => SystemChange.Use(b, bag.Id, l => l with { Closure = Closure.CollarOpen }))
                        ),
                        new("Leave it open until morning", "Warm air goes out whenever you turn.", Open),
                    ]
                )
            );
            scenes.Add(
                new(
                    Asks.Leak,
                    23,
                    "Eleven. Something is wet at your feet, or the water of tomorrow has tipped over the bag.",
                    bag.Id,
                    true,
                    [
                        new(
                            "Out with it at once, mop, turn the bag",
                            "A third of it stays in the loft.",
                            s => Wetter(s, [bag], _ => LeakedG / 3)
                        ),
                        new("It will dry by morning", "It freezes by morning.", s => Wetter(s, [bag], _ => LeakedG)),
                    ]
                )
            );
        }
        scenes.Add(
            new(
                Asks.Glove,
                18.5,
                "While you were pegging the tent out a glove blew away.",
                null,
                true,
                [
                    new("Spare glove or a sock on it now", "Hands that work are hands that close a zip.", s => s),
                    new(
                        "Finish bare-handed first",
                        "You get in chilled to the elbows.",
                        s => Starts(s, StartState.Chilled)
                    ),
                ]
            )
        );
        return scenes;
    }
}
