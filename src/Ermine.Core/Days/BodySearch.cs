using System.Buffers;
using System.Collections.Concurrent;
using System.Numerics;
using Ermine.Core.Body;
using Ermine.Core.Frost;
using Ermine.Core.Kit;
using Ermine.Core.Plans;

namespace Ermine.Core.Days;

/// <content>What is worn on head, torso and legs.</content>
public sealed partial class Dressing
{
    /// <summary>Head, torso and legs, whose heat is one. What it has worked out for a stretch stays for the rounds after.</summary>
    private sealed class BodySearch
    {
        private static readonly Part[] OfBody = [Part.Head, Part.Face, Part.Torso, Part.Legs];
        public static readonly int Openings = Enum.GetValues<Opening>().Length;

        private readonly Dressing dressing;
        private readonly Wardrobe wardrobe;
        private readonly List<uint> dresses = [],
            goes = [];
        private readonly bool[] bare;
        private readonly double[] vapour,
            grams,
            through;
        private readonly ConcurrentDictionary<Movement, double[]> byMovement = [];
        private readonly ConcurrentDictionary<(Segment, double, (uint, uint)), StretchCosts> known = [];
        private readonly double[] lifted;
        private readonly DressCost most;
        private readonly uint stops;

        public BodySearch(Dressing dressing)
        {
            (this.dressing, wardrobe) = (dressing, dressing.body);
            stops = wardrobe.SetOf(p => p.IsForStops);
            lifted = Lifted(wardrobe);
            most = DressSearch.MostChange(
                [.. Enumerable.Range(0, wardrobe.Pieces.Count).Select(n => FlipOf(wardrobe, inTent: false, n))],
                lifted,
                DressCost.OfOpening
            );
            bare = new bool[wardrobe.Sets];
            (vapour, grams, through) = (
                new double[wardrobe.Sets],
                new double[wardrobe.Sets],
                new double[wardrobe.Sets]
            );
            var girth = dressing.day.Sleeper.GirthCm;
            var pieces = wardrobe.Pieces.Select(p => new OnBody(p, dressing.day.DaysOut)).ToList();
            // Of what is for a part, and of what lies next to its skin, something is always worn, unless it is pinned at hand.
            var atHand = dressing.pinned.Where(b => b.AtHand).Select(b => b.ItemId).ToHashSet();
            uint Of(Part part) => wardrobe.SetOf(p => p.Main == part && !atHand.Contains(p.Item.Id));
            uint OfSkin(Part part) => Of(part) & wardrobe.SetOf(p => p.Tier == Tier.Skin);
            var (anyTorso, anyLegs) = (Of(Part.Torso) != 0, Of(Part.Legs) != 0);
            var (skinTorso, skinLegs) = (OfSkin(Part.Torso), OfSkin(Part.Legs));
            for (var set = 0u; set < wardrobe.Sets; set++)
            {
                double torso = 0,
                    legs = 0,
                    face = 0,
                    dryTorso = 1,
                    dryLegs = 1;
                for (var left = set; left != 0; left &= left - 1)
                {
                    var piece = pieces[BitOperations.TrailingZeroCount(left)];
                    vapour[set] += piece.Vapour;
                    grams[set] += piece.Grams;
                    (torso, legs) = (Math.Max(torso, piece.Torso), Math.Max(legs, piece.Legs));
                    face = Math.Max(face, piece.Face);
                    // What lies outermost gets wet, whatever keeps the rest dry.
                    dryTorso = piece.Torso >= 0.5 ? piece.Passes : dryTorso;
                    dryLegs = piece.Legs >= 0.5 ? piece.Passes : dryLegs;
                }
                through[set] = Parts.BodyShare.Torso * dryTorso + Parts.BodyShare.Legs * dryLegs;
                bare[set] = face < 0.5;
                if (
                    torso < 0.5 && anyTorso
                    || legs < 0.5 && anyLegs
                    || skinTorso != 0 && (set & skinTorso) == 0
                    || skinLegs != 0 && (set & skinLegs) == 0
                )
                    continue;
                dresses.Add(set);
                if (wardrobe.Goes(set, girth))
                    goes.Add(set);
            }
        }

        /// <summary>What a piece does on the body, closed.</summary>
        private sealed class OnBody(Garment piece, int daysOut)
        {
            public double Torso { get; } = piece.Cover(Part.Torso, Opening.Closed);
            public double Legs { get; } = piece.Cover(Part.Legs, Opening.Closed);
            public double Face { get; } = piece.Cover(Part.Face, Opening.Closed);
            public double Grams { get; } = piece.Item.MassG;
            public double Passes { get; } = OutsideWater.Passes(piece, daysOut);

            /// <summary>Vapour resistance, spread over torso and legs, m²Pa/W.</summary>
            public double Vapour { get; } =
                (
                    Parts.BodyShare.Torso * piece.Cover(Part.Torso, Opening.Closed)
                    + Parts.BodyShare.Legs * piece.Cover(Part.Legs, Opening.Closed)
                )
                / (Parts.BodyShare.Torso + Parts.BodyShare.Legs)
                * (
                    piece.Resistance / (VapourColumn.UsualIm * VapourColumn.Lewis)
                    + (Moisture.FabricResistance(piece.Item) ?? 0)
                );
        }

        public (IReadOnlyList<(uint Set, int Opening)> Chosen, DressCost Cost) Solve(
            List<Segment> segments,
            EndsChosen hands,
            EndsChosen feet
        )
        {
            var forced = segments.Select(s => dressing.Forced(wardrobe, s)).ToList();
            var problem = new DressProblem(
                wardrobe.Pieces.Count,
                Openings,
                CostsOf(segments, hands, feet, all: false),
                Flips(wardrobe, segments),
                lifted,
                DressCost.OfOpening
            );
            return DressSearch.Solve(problem, dressing.stop)
                ?? ([.. segments.Select((_, n) => (forced[n].On, 0))], default);
        }

        /// <summary>What each stretch costs in what can be worn in it.</summary>
        /// <param name="segments">The stretches.</param>
        /// <param name="hands">What is on the hands.</param>
        /// <param name="feet">What is on the feet.</param>
        /// <param name="all">Of everything; else of what can be in a cheapest way.</param>
        public StretchCosts[] CostsOf(List<Segment> segments, EndsChosen hands, EndsChosen feet, bool all)
        {
            var costs = new StretchCosts[segments.Count];
            // Days are dressed beside each other: who asks does its share, and waits for nobody who is not there yet.
            Parallel.For(
                0,
                costs.Length,
                new() { CancellationToken = dressing.stop },
                n =>
                {
                    var (ends, forced) = (hands.Lost[n] + feet.Lost[n], dressing.Forced(wardrobe, segments[n]));
                    costs[n] = all
                        ? Weighed(segments[n], ends, forced, all)
                        : known.GetOrAdd((Alike(segments[n]), ends, forced), k => Weighed(k.Item1, ends, forced, all));
                }
            );
            return costs;
        }

        /// <summary>Stretches that differ only in when they are cost the same.</summary>
        private static Segment Alike(Segment segment) =>
            segment with
            {
                FromHour = 0,
                ToHour = Math.Round(segment.Hours, 4),
                BlockId = Guid.Empty,
                FingersC = 0,
                ToesC = 0,
            };

        /// <summary>How one fares in a stretch in what was chosen for it, by the balance that choosing goes by.</summary>
        public Fare FareIn(Segment segment, double ends, (uint Set, int Opening) worn) =>
            new SteadyFare(segment, dressing.day.Sleeper, ends).In(
                Table(segment.Movement)[worn.Set * Openings + worn.Opening],
                vapour[worn.Set] * DayStack.VapourKept((Opening)worn.Opening),
                bare[worn.Set],
                through[worn.Set]
            );

        private StretchCosts Weighed(Segment segment, double ends, (uint On, uint Off) forced, bool all)
        {
            // What is pinned may be too tight over anything that is along; then it is tight.
            var may = goes.FindAll(set => IsForced(set, forced));
            if (may.Count == 0)
                may = dresses.FindAll(set => IsForced(set, forced));
            // What goes over everything comes off before work, unless nothing else is warm enough.
            var off = segment.Heat > Work.Class(Effort.Low) ? stops & ~forced.On : 0;
            var costs = ArrayPool<DressCost>.Shared.Rent(may.Count * Openings);
            try
            {
                var (fare, conductance) = (
                    new SteadyFare(segment, dressing.day.Sleeper, ends),
                    Table(segment.Movement)
                );
                bool Weigh(int from, int to)
                {
                    var isWarmEnough = false;
                    for (var n = from; n < to; n++)
                    {
                        for (var opening = 0; opening < Openings; opening++)
                        {
                            var found = fare.In(
                                conductance[may[n] * Openings + opening],
                                vapour[may[n]] * DayStack.VapourKept((Opening)opening),
                                bare[may[n]],
                                through[may[n]]
                            );
                            isWarmEnough |= found.Cold == 0;
                            costs[n * Openings + opening] = DressCost.Of(found, grams[may[n]]);
                        }
                    }
                    return isWarmEnough;
                }
                var without = may.FindAll(set => (set & off) == 0);
                may = [.. without, .. may.FindAll(set => (set & off) != 0)];
                var count = without.Count;
                if (!Weigh(0, count))
                {
                    count = may.Count;
                    Weigh(without.Count, count);
                }
                return StretchCosts.Of(
                    costs.AsSpan(0, count * Openings),
                    n => (int)may[n / Openings] * Openings + n % Openings,
                    all ? null : most
                );
            }
            finally
            {
                ArrayPool<DressCost>.Shared.Return(costs);
            }
        }

        /// <summary>Conductance of the body by set and opening: each part is worked out once for what lies over it.</summary>
        private double[] Table(Movement movement) => byMovement.GetOrAdd(movement, TableOf);

        private double[] TableOf(Movement movement)
        {
            var table = new double[wardrobe.Sets * Openings];
            var of = new double[wardrobe.Sets];
            foreach (var part in OfBody)
            {
                var over = wardrobe.SetOf(p => Matters(p, part));
                for (var opening = 0; opening < Openings; opening++)
                {
                    Array.Fill(of, double.NaN);
                    foreach (var set in dresses)
                    {
                        ref var found = ref of[set & over];
                        if (double.IsNaN(found))
                            found =
                                Parts.BodyShare[part]
                                * DayStack.Conductance(
                                    wardrobe.Worn(set & over, (Opening)opening),
                                    part,
                                    movement,
                                    dressing.day.Sleeper.GirthCm
                                );
                        table[set * Openings + opening] += found;
                    }
                }
            }
            return table;
        }

        /// <summary>Whether a piece changes what a part loses: it lies over it, or closes the gap at the waist.</summary>
        private static bool Matters(Garment piece, Part part) =>
            piece.Cover(part, Opening.Closed) > 0 || part == Part.Torso && piece.BridgesWaist;
    }
}
