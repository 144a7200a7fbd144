using Ermine.Core.Days;
using static Ermine.Core.Tests.DayRunTests;

namespace Ermine.Core.Tests;

/// <summary>What is worn at a moment, part by part.</summary>
public class DayStackTests
{
    private static readonly Movement Walking = Movement.Of(2, 1, 165);

    private static Worn Wears(string type)
    {
        var item = Of(type);
        return new(Days.Garment.Of(item, ItemReader.Read(item))!);
    }

    [Fact]
    public void What_is_wet_conducts_more_where_it_lies_and_nowhere_else()
    {
        Worn[] dry = [Wears("woolBaseTop"), Wears("woolTights"), Wears("fleeceJumper"), Wears("shellJacket")];
        Worn[] wet = [dry[0], dry[1], dry[2] with { Left = 0.5 }, dry[3]];
        double Lost(Worn[] worn, Part part) => DayStack.Conductance(worn, part, Walking, 95);
        Assert.True(Lost(wet, Part.Torso) > 1.05 * Lost(dry, Part.Torso));
        Assert.Equal(Lost(dry, Part.Legs), Lost(wet, Part.Legs), 1e-12);
        foreach (var (before, after) in DayStack.Column(dry, Walking).Zip(DayStack.Column(wet, Walking)))
        {
            var left = before.Item == dry[2].Garment.Item ? 0.5 : 1;
            Assert.Equal(left * before.Resistance, after.Resistance, 1e-12);
            Assert.Equal(left * before.Loft, after.Loft, 1e-12);
        }
    }
}
