using Ermine.Core.Plans;

namespace Ermine.Core.Days;

/// <summary>A whole day in a word, laid out as blocks.</summary>
/// <param name="Work">The word.</param>
/// <param name="Blocks">Its blocks.</param>
public sealed record Preset(DayWork Work, IReadOnlyList<DayBlock> Blocks);

/// <summary>Days as they usually go, between getting up and getting in (assumptions).</summary>
public static class Presets
{
    /// <summary>Every one of them.</summary>
    /// <param name="nightId">The night the day ends in: with it blocks get ids that stay the same.</param>
    /// <param name="up">Getting up, hours from the midnight before the evening.</param>
    /// <param name="into">Getting in.</param>
    public static IReadOnlyList<Preset> All(Guid nightId, double up, double into) =>
        [.. Enum.GetValues<DayWork>().Select(w => new Preset(w, Of(w, nightId, up, into)))];

    /// <summary>One of them.</summary>
    /// <inheritdoc cref="All"/>
    /// <param name="work">Which.</param>
    /// <param name="nightId">The night the day ends in: with it blocks get ids that stay the same.</param>
    /// <param name="up">Getting up, hours from the midnight before the evening.</param>
    /// <param name="into">Getting in.</param>
    public static IReadOnlyList<DayBlock> Of(DayWork work, Guid nightId, double up, double into)
    {
        var blocks = Usual(work);
        // Morning and evening follow the bed; a summit is left for whatever the hour.
        var early = work == DayWork.Summit ? Math.Min(up, 4) : up;
        return
        [
            .. blocks
                .Select(
                    (b, n) =>
                        b with
                        {
                            Id = IdOf(nightId, work, n),
                            FromHour = n == 0 ? early : Math.Clamp(b.FromHour, early, into),
                            ToHour = n == blocks.Count - 1 ? into : Math.Clamp(b.ToHour, early, into),
                        }
                )
                .Where(b => b.Hours > 0.01),
        ];
    }

    private static IReadOnlyList<DayBlock> Usual(DayWork work) =>
        work switch
        {
            DayWork.Rest =>
            [
                At(Activity.Cook, 7, 9, DayPlace.Tent),
                At(Activity.Rest, 9, 11, DayPlace.Tent),
                At(Activity.Dig, 11, 12) with
                {
                    Effort = Effort.Moderate,
                },
                At(Activity.Rest, 12, 17, DayPlace.Tent),
                At(Activity.Cook, 17, 18.5, DayPlace.Tent),
                At(Activity.Rest, 18.5, 21, DayPlace.Tent),
            ],
            DayWork.Hard =>
            [
                .. Morning,
                At(Activity.Ski, 8.5, 12) with
                {
                    Effort = Effort.High,
                    BreakMinutes = 10,
                },
                At(Activity.Wait, 12, 12 + 1 / 3.0, DayPlace.Lee),
                At(Activity.Ski, 12 + 1 / 3.0, 16) with
                {
                    Effort = Effort.High,
                    BreakMinutes = 10,
                },
                .. Evening,
            ],
            DayWork.WetSnow =>
            [
                .. Morning,
                At(Activity.Snowshoe, 8.5, 12) with
                {
                    Sky = Sky.WetSnow,
                    BreakMinutes = 10,
                },
                At(Activity.Wait, 12, 12.5, DayPlace.Lee) with
                {
                    Sky = Sky.WetSnow,
                },
                At(Activity.Snowshoe, 12.5, 15.5) with
                {
                    Sky = Sky.WetSnow,
                    BreakMinutes = 10,
                },
                At(Activity.MakeCamp, 15.5, 16.5) with
                {
                    Sky = Sky.WetSnow,
                },
                .. Evening.Skip(1),
            ],
            DayWork.Haul =>
            [
                .. Morning,
                At(Activity.Haul, 8.5, 12) with
                {
                    Going = Hauling,
                    BreakMinutes = 10,
                },
                At(Activity.Wait, 12, 12.5, DayPlace.Lee),
                At(Activity.Haul, 12.5, 16) with
                {
                    Going = Hauling,
                    BreakMinutes = 10,
                },
                .. Evening,
            ],
            DayWork.Summit =>
            [
                At(Activity.Cook, 4, 5, DayPlace.Tent),
                At(Activity.Climb, 5, 11) with
                {
                    Going = new(8, 0.35, 30, 5),
                    BreakMinutes = 5,
                },
                At(Activity.Wait, 11, 11.5),
                At(Activity.Walk, 11.5, 15) with
                {
                    Going = new(8, 0.9, -25, 5),
                    BreakMinutes = 5,
                },
                At(Activity.Cook, 15, 17, DayPlace.Tent),
                At(Activity.Rest, 17, 21, DayPlace.Tent),
            ],
            DayWork.Watch =>
            [
                At(Activity.Cook, 7, 8, DayPlace.Tent),
                At(Activity.Watch, 8, 11),
                At(Activity.Walk, 11, 11.5),
                At(Activity.Cook, 11.5, 12.5, DayPlace.Tent),
                At(Activity.Watch, 12.5, 16),
                At(Activity.Cook, 16, 18, DayPlace.Tent),
                At(Activity.Rest, 18, 21, DayPlace.Tent),
            ],
            _ =>
            [
                .. Morning,
                At(Activity.Walk, 8.5, 12) with
                {
                    BreakMinutes = 10,
                },
                At(Activity.Wait, 12, 12.5, DayPlace.Lee),
                At(Activity.Walk, 12.5, 15) with
                {
                    BreakMinutes = 10,
                },
                At(Activity.MakeCamp, 15, 16),
                .. Evening.Skip(1),
            ],
        };

    /// <summary>A sledge of fifty kilograms on a snow that gives a little.</summary>
    private static Going Hauling { get; } = new(5, 0.9, 0, 4, 50);

    private static DayBlock[] Morning { get; } =
    [At(Activity.Cook, 7, 8, DayPlace.Tent), At(Activity.MakeCamp, 8, 8.5)];

    private static DayBlock[] Evening { get; } =
    [At(Activity.MakeCamp, 16, 17), At(Activity.Cook, 17, 19, DayPlace.Tent), At(Activity.Rest, 19, 21, DayPlace.Tent)];

    private static DayBlock At(Activity activity, double from, double to, DayPlace place = DayPlace.Open) =>
        new(Guid.Empty, activity, from, to, Place: place);

    private static Guid IdOf(Guid nightId, DayWork work, int n)
    {
        var bytes = nightId.ToByteArray();
        bytes[14] ^= (byte)(0x40 + (int)work);
        bytes[15] ^= (byte)(n + 1);
        return new(bytes);
    }
}
