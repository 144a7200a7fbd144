using System.Globalization;
using static Ermine.Core.Tests.Things;

namespace Ermine.Core.Tests;

/// <summary>Every system that people use, against terms worked apart from the code.</summary>
public class SystemsTests
{
    public sealed record Row(
        string Name,
        string System,
        double Wind,
        string Gap,
        string Hammock,
        string Besides,
        double[] Terms
    )
    {
        public override string ToString() => Name;
    }

    public static TheoryData<Row> Systems { get; } =
    [
        .. File.ReadLines(Path.Combine(AppContext.BaseDirectory, "systems.csv"))
            .Where(l => !l.StartsWith('#'))
            .Skip(1)
            .Select(Read),
    ];

    [Theory]
    [MemberData(nameof(Systems))]
    public void A_system_has_the_terms_worked_by_hand(Row row)
    {
        var things = row.System.Split(" | ").Select(Thing).ToList();
        var system = Laid(row) with { Layers = [.. things.Select(t => t.Use)] };
        var thermal = Built(system, row.Wind, [.. things.Select(t => t.Item)]).Thermal;
        double[] built =
        [
            thermal.Upward.Head,
            thermal.Upward.Torso,
            thermal.Upward.Feet,
            thermal.Downward.Torso,
            thermal.Downward.Legs,
            thermal.Leakage,
            thermal.SkinEvaporation,
            thermal.Exposed,
        ];
        Assert.All(row.Terms.Zip(built), t => Assert.Equal(t.First, t.Second, 2e-5));
    }

    [Fact]
    public void There_are_more_than_forty_of_them() => Assert.InRange(Systems.Count, 41, 200);

    private static SleepSystem Laid(Row row)
    {
        var system = row.Gap switch
        {
            "ruckhead" => Slept() with
            {
                Bed = new(Regions.Each(_ => UnderGap.Nothing) with { Head = UnderGap.Rucksack }),
            },
            var gap => Slept().Over(Enum.Parse<UnderGap>(gap, ignoreCase: true)),
        };
        var besides = row.Besides.Split(' ');
        double Said(string key) =>
            besides.FirstOrDefault(b => b.StartsWith($"{key}=", StringComparison.Ordinal)) is { } said
                ? Number(said[(key.Length + 1)..])
                : 0;
        var leaves = new Filling(Said("leavesunder"), Said("leavesover"), besides.Contains("wet"));
        system = system with { Bed = system.Bed with { Filling = leaves } };
        return row.Hammock switch
        {
            "" => system,
            "tight" => system.Hung(new(UnderquiltFit.TooTight)),
            "gaps" => system.Hung(new(UnderquiltFit.Gaps)),
            var how => system.Hung(new(WindCover: how == "cover", DoubleLayer: besides.Contains("double"))),
        };
    }

    private static Row Read(string line)
    {
        var cells = line.Split(';');
        return new(cells[0], cells[1], Number(cells[2]), cells[3], cells[4], cells[5], [.. cells[6..].Select(Number)]);
    }

    private static (KitItem Item, Layer Use) Thing(string text)
    {
        var words = text.Split(' ');
        var kind = words[0] switch
        {
            "wear" => ItemKind.Garment,
            "vb" => ItemKind.VapourBarrier,
            var name => Enum.Parse<ItemKind>(name, ignoreCase: true),
        };
        string? Said(string key) =>
            words.FirstOrDefault(w => w.StartsWith($"{key}=", StringComparison.Ordinal))?[(key.Length + 1)..];
        bool Has(string word) => words.Contains(word);
        var on = Said("on")?.Split('/').Select(Number).ToArray();
        var item = new KitItem(
            Guid.NewGuid(),
            text,
            kind,
            Said("m") is { } mass ? Number(mass) : 1000,
            [new(ClaimKind.SquareMetreKelvinPerWatt, Number(words[1]))],
            ClaimSource.Measured,
            on is not null ? new(on[0], on[1], on[2], on[3])
                : kind is ItemKind.Quilt or ItemKind.Liner ? BelowTheHead
                : Everywhere,
            LoftFactor: Said("loft") is { } loft ? Number(loft) : 1,
            Hood: kind == ItemKind.Bag && !Has("nohood"),
            Collar: kind == ItemKind.Bag && !Has("nocollar"),
            DraftTube: !Has("barezip"),
            FootBox: Has("openfoot") ? FootBox.Open
                : Has("drawn") ? FootBox.Drawn
                : FootBox.Sewn,
            Windproof: Has("windproof"),
            InnerGirthCm: Said("girth") is { } girth ? Number(girth) : null,
            Narrow: Has("narrow"),
            Soft: Has("soft")
        );
        var closure =
            Has("collaropen") ? Closure.CollarOpen
            : Has("straps") ? Closure.StrapsOnly
            : Has("loose") ? Closure.Loose
            : Closure.Closed;
        var serves =
            Has("wrapped") ? Serving.Wrapped
            : Has("fromfeet") ? Serving.FromFeet
            : Serving.Itself;
        return (item, new(item.Id, closure, Has("hoodopen") || Has("hooddown"), serves));
    }

    private static double Number(string text) => double.Parse(text, CultureInfo.InvariantCulture);
}
