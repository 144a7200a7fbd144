using Ermine.Core.Kit;
using Ermine.Core.Plans;

namespace Ermine.Core.Ends;

/// <summary>What a kind of hand work usually takes (assumptions).</summary>
/// <param name="Kind">What is done.</param>
/// <param name="Minutes">How long, min.</param>
/// <param name="Needs">The fineness that it needs.</param>
/// <param name="Metal">Cold metal is held.</param>
/// <param name="Wet">Hands or gloves get wet.</param>
/// <param name="InLee">Out of the wind: in a pocket of still air, a tent door, behind the sledge.</param>
public sealed record UsualTask(TaskKind Kind, double Minutes, Dexterity Needs, bool Metal, bool Wet, bool InLee);

/// <summary>A task with everything said.</summary>
/// <param name="Task">As planned.</param>
/// <param name="Minutes">How long, min.</param>
/// <param name="Needs">The fineness that it needs.</param>
/// <param name="Metal">Cold metal is held.</param>
/// <param name="Wet">Hands or gloves get wet.</param>
/// <param name="InLee">Out of the wind.</param>
public sealed record HandWork(DayTask Task, double Minutes, Dexterity Needs, bool Metal, bool Wet, bool InLee)
{
    /// <summary>Kinds of hand work as they usually are.</summary>
    public static IReadOnlyList<UsualTask> Usual { get; } =
    [
        new(TaskKind.Phone, 2, Dexterity.Bare, false, false, false),
        new(TaskKind.Map, 3, Dexterity.Coarse, false, false, false),
        new(TaskKind.Lacing, 5, Dexterity.Fine, false, false, true),
        new(TaskKind.Pegs, 12, Dexterity.Coarse, true, false, false),
        new(TaskKind.Stove, 4, Dexterity.Fine, true, false, true),
        new(TaskKind.Fuel, 3, Dexterity.Fine, true, true, true),
        new(TaskKind.MeltSnow, 30, Dexterity.Coarse, false, true, true),
        new(TaskKind.Fire, 10, Dexterity.Fine, false, false, true),
        new(TaskKind.Eat, 10, Dexterity.Coarse, false, false, false),
        new(TaskKind.Knots, 4, Dexterity.Fine, false, false, false),
        new(TaskKind.Rope, 10, Dexterity.Coarse, true, false, false),
        new(TaskKind.Harness, 4, Dexterity.Fine, true, false, false),
        new(TaskKind.Bindings, 4, Dexterity.Coarse, true, false, false),
        new(TaskKind.Skins, 6, Dexterity.Fine, false, true, false),
        new(TaskKind.Animals, 15, Dexterity.Fine, true, false, false),
        new(TaskKind.Photographs, 2, Dexterity.Bare, false, false, false),
        new(TaskKind.Mending, 15, Dexterity.Bare, false, false, true),
        new(TaskKind.Wound, 8, Dexterity.Bare, false, true, true),
        new(TaskKind.Toilet, 4, Dexterity.Fine, false, false, true),
        new(TaskKind.Own, 5, Dexterity.Fine, false, false, false),
    ];

    /// <summary>A task with what is not said as usual for its kind.</summary>
    public static HandWork Of(DayTask task)
    {
        var usual = Usual.First(u => u.Kind == task.Kind);
        return new(
            task,
            task.Minutes ?? usual.Minutes,
            task.Needs ?? usual.Needs,
            task.Metal ?? usual.Metal,
            task.Wet ?? usual.Wet,
            task.InLee ?? usual.InLee
        );
    }

    /// <summary>Share of the wind that is left out of the wind (assumption).</summary>
    public const double WindInLee = 0.3;

    /// <summary>Insulation over the fingers from which metal takes nothing more, m²K/W (assumption).</summary>
    private const double KeepsMetalOff = 0.1;

    /// <summary>What metal in a bare hand, and water on it, take besides the air, W/m²K (assumptions: a tenth of the skin at 80; a wet skin dries).</summary>
    private const double ToMetal = 8,
        ToWater = 6;

    /// <summary>Water that wet work puts into what is on, g a minute (assumption).</summary>
    public const double WetsGlovesPerMinute = 0.8;

    /// <summary>Work done in a liner where bare fingers are asked for takes this many times as long (assumption).</summary>
    public const double SlowerInLiner = 1.5;

    /// <summary>What holding metal or working wet takes from the hands besides the air, W per m² of hand and K.</summary>
    /// <param name="insulation">Over the fingers, m²K/W, 0 or more.</param>
    public double Takes(double insulation)
    {
        var bare = Math.Clamp(1 - insulation / KeepsMetalOff, 0, 1);
        return bare * ((Metal ? ToMetal : 0) + (Wet ? ToWater : 0));
    }

    /// <summary>Under this one cannot go on with it, °C.</summary>
    public double FailsBelow => Needs >= Dexterity.Fine ? Extremity.FineFrom : Extremity.NumbBelow;
}
