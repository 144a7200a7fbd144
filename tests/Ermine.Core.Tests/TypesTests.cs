namespace Ermine.Core.Tests;

public sealed class TypesTests
{
    public static TheoryData<string> Keys() => [.. ItemTypes.All.Select(t => t.Key)];

    [Fact]
    public void There_are_two_hundred_plain_types_each_once()
    {
        Assert.InRange(ItemTypes.All.Count, 200, 400);
        Assert.Equal(ItemTypes.All.Count, ItemTypes.All.Select(t => t.Name.ToLowerInvariant()).Distinct().Count());
        Assert.Equal(ItemTypes.All.Count, ItemTypes.All.Select(t => t.Usual.Id).Distinct().Count());
        Assert.All(Enum.GetValues<Drawer>(), d => Assert.Contains(ItemTypes.All, t => t.Drawer == d));
    }

    [Theory]
    [MemberData(nameof(Keys))]
    public void A_type_can_stand_in_a_kit_as_it_is_and_differs_from_itself_in_nothing(string key)
    {
        var type = ItemTypes.Find(key)!;
        Assert.Empty(EntryRules.Check(type.Usual));
        Assert.Empty(type.Differs(type.Make(Guid.NewGuid(), "mine")));
        Assert.Equal(["massG"], type.Differs(type.Usual with { MassG = type.Usual.MassG + 1 }));
        Assert.InRange(type.Usual.MassG, 5, 6000);
        Assert.Equal(type.Drawer, ItemTypes.DrawerOf(type.Usual));
    }

    [Theory]
    [MemberData(nameof(Keys))]
    public void A_type_is_read_back_by_its_own_name_as_something_of_its_kind(string key)
    {
        var type = ItemTypes.Find(key)!;
        var read = PlainWords.Read(type.Name);
        Assert.False(read.IsNonsense, type.Name);
        Assert.Equal(type.Usual.Kind, read.Kind);
        Assert.Equal(type.Drawer, ItemTypes.Find(read.Type)!.Drawer);
    }

    [Fact]
    public void Most_types_are_read_back_by_their_own_name()
    {
        var same = ItemTypes.All.Count(t => PlainWords.Read(t.Name).Type == t.Key);
        Assert.True(same >= 0.85 * ItemTypes.All.Count, $"{same} of {ItemTypes.All.Count}");
    }

    [Fact]
    public void Every_word_that_a_type_is_known_by_can_be_said()
    {
        var words = ItemTypes.All.SelectMany(t => t.Words.SelectMany(w => w.Split('/'))).Distinct();
        Assert.All(words, w => Assert.True(PlainWords.CanSay(w), w));
    }

    [Theory]
    // ISO 9920: clo of the whole body, here where it lies: 0.155 clo over the share of the body that is covered.
    [InlineData("thickWoolJumper", Region.Torso, 0.35 * 0.155 / 0.54)]
    [InlineData("fleeceTrousers", Region.Legs, 0.28 * 0.155 / (0.30 + 0.08 * 0.54))]
    // Loft: 0.244 m²K/W a cm, of which 0.55 is reached.
    [InlineData("downBooties", Region.Feet, 3.5 * 0.244 * 0.55)]
    [InlineData("foamPad", Region.Torso, 2 * 0.1761)]
    public void Usual_warmth_is_the_standards_arithmetic(string key, Region region, double local) =>
        Assert.Equal(local, ItemReader.Read(ItemTypes.Find(key)!.Usual).Local[region], 4);

    [Fact]
    public void A_reading_says_that_it_is_usual_and_on_what_it_stands()
    {
        var reading = ItemReader.Read(ItemTypes.Find("woolJumper")!.Usual);
        Assert.Contains(reading.Reasons, r => r.Contains("ISO 9920", StringComparison.Ordinal));
        Assert.DoesNotContain(
            ItemReader.Read(ItemTypes.Find("woolJumper")!.Usual with { Source = ClaimSource.Measured }).Reasons,
            r => r.Contains("Usual", StringComparison.Ordinal)
        );
    }

    [Theory]
    [InlineData("expeditionBoots")]
    [InlineData("gasStove")]
    [InlineData("goggles")]
    public void What_is_never_slept_in_gives_a_bed_nothing(string key)
    {
        var gear = ItemTypes.Find(key)!.Usual;
        KitItem[] bed = [Things.Pad(3), Things.Bag(1.2)];
        Assert.False(gear.IsForNight);
        double Holds(SleepSystem system, params KitItem[] owned) =>
            Things.Planner(new(owned)).Of(Things.Trip(system, Things.Night())).Holds(0).Together.Outside!.Value.Celsius;
        Assert.Equal(Holds(Things.Slept(bed), bed), Holds(Things.Slept([.. bed, gear]), [.. bed, gear]));
    }

    [Fact]
    public void At_night_hands_are_drawn_in_and_the_face_lies_with_the_head()
    {
        // Shares: hands .05 of .54, face .03 of .09.
        Assert.Equal(0.05 / 0.54, new Cover(0, 0, 0, 0, Hands: 1)[Region.Torso], 12);
        Assert.Equal(1, new Cover(0, 1, 0, 0)[Region.Torso]);
        Assert.Equal(0.6 + 0.4 * 0.05 / 0.54, new Cover(0, 0.6, 0, 0, Hands: 1)[Region.Torso], 12);
        Assert.Equal(1, new Cover(1, 0, 0, 0)[Region.Head]);
        Assert.Equal(1.0 / 3, new Cover(0, 0, 0, 0, Face: 1)[Region.Head], 12);
        Assert.Equal(0, new Cover(1, 1, 1, 1)[Part.Hands]);
    }
}
