using Ermine.Core.Body;
using Ermine.Core.Kit;

namespace Ermine.Core.Stack;

/// <content>Why a thing keeps what it keeps.</content>
public sealed partial class LayerStack
{
    /// <summary>Why a thing keeps what it keeps over the region that it covers most.</summary>
    internal IReadOnlyList<Correction> Why(int i, double[] alone, double[] mean)
    {
        var thing = things[i];
        List<Correction> why = [.. thing.Own];
        var before = thing.Dry * thing.Factor;
        if (before <= 0)
            return why;
        if (alone[i] < before - 1e-12)
            why.Add(new(CorrectionKind.Damp, alone[i] / before));
        else if (alone[i] > before + 1e-12)
            why.Add(new(CorrectionKind.Floor, alone[i] / before));
        if (thing.Item.Side == Side.Under)
        {
            if (thing.Item.Kind == ItemKind.Underquilt && Hung && i != underside.MainUnderquilt(alone))
                why.Add(new(CorrectionKind.Further, StackBuilder.FurtherUnderquilt));
            return why;
        }
        var region = Regions.All.MaxBy(r => Regions.BodyShare[r] * thing.Cover(r));
        var way = ways[(int)region].LastOrDefault(w => w.Worn.Contains(i) || w.Tops.Contains(i));
        if (way is null)
            return why;
        var tops = way.Tops.Any(t => mean[(int)region * things.Length + t] > 0);
        Span<double> gives = stackalloc double[things.Length];
        Over(
            region,
            way,
            alone,
            new(tops, Covers: true, Hanging: true),
            gives,
            (of, kind, factor) =>
            {
                if (of == i && Math.Abs(factor - 1) > 1e-9)
                    why.Add(new(kind, factor));
            }
        );
        return why;
    }

    private static void Explain(
        int n,
        ReadOnlySpan<Top> laid,
        ReadOnlySpan<double> given,
        Way way,
        Action<int, CorrectionKind, double> note
    )
    {
        if (given[n] <= 0)
        {
            note(way.Tops[n], CorrectionKind.BringsNothing, 0);
            return;
        }
        var heaviest = 0.0;
        for (var outer = n + 1; outer < laid.Length; outer++)
            heaviest = given[outer] > 0 ? Math.Max(heaviest, laid[outer].MassG) : heaviest;
        var crush = TopLayers.Crush(laid[n].MassG, heaviest);
        note(way.Tops[n], CorrectionKind.Crushed, crush);
        note(way.Tops[n], CorrectionKind.Further, given[n] / laid[n].Resistance / crush);
    }
}
