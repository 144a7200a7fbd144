using System.Collections.Concurrent;
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
        private readonly ConcurrentDictionary<(Segment, double, (uint, uint)), DressCost[]> known = [];

        public BodySearch(Dressing dressing)
        {
            (this.dressing, wardrobe) = (dressing, dressing.body);
            bare = new bool[wardrobe.Sets];
            (vapour, grams, through) = (
                new double[wardrobe.Sets],
                new double[wardrobe.Sets],
                new double[wardrobe.Sets]
            );
            var girth = dressing.day.Sleeper.GirthCm;
            var (anyTorso, anyLegs) = (
                wardrobe.Pieces.Any(p => p.Main == Part.Torso),
                wardrobe.Pieces.Any(p => p.Main == Part.Legs)
            );
            var (skinTorso, skinLegs) = (OfSkin(Part.Torso), OfSkin(Part.Legs));
            for (var set = 0u; set < wardrobe.Sets; set++)
            {
                double torso = 0,
                    legs = 0,
                    face = 0,
                    dryTorso = 1,
                    dryLegs = 1;
                foreach (var piece in wardrobe.In(set))
                {
                    var (onTorso, onLegs) = (
                        piece.Cover(Part.Torso, Opening.Closed),
                        piece.Cover(Part.Legs, Opening.Closed)
                    );
                    vapour[set] +=
                        (Parts.BodyShare.Torso * onTorso + Parts.BodyShare.Legs * onLegs)
                        / (Parts.BodyShare.Torso + Parts.BodyShare.Legs)
                        * (
                            piece.Resistance / (VapourColumn.UsualIm * VapourColumn.Lewis)
                            + (Moisture.FabricResistance(piece.Item) ?? 0)
                        );
                    grams[set] += piece.Item.MassG;
                    (torso, legs) = (Math.Max(torso, onTorso), Math.Max(legs, onLegs));
                    face = Math.Max(face, piece.Cover(Part.Face, Opening.Closed));
                    var passes = OutsideWater.Passes(piece, dressing.day.DaysOut);
                    // What lies outermost gets wet, whatever keeps the rest dry.
                    dryTorso = onTorso >= 0.5 ? passes : dryTorso;
                    dryLegs = onLegs >= 0.5 ? passes : dryLegs;
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

        /// <summary>Pieces that lie next to the skin of a part: one of them is always worn.</summary>
        private uint OfSkin(Part part)
        {
            var skin = 0u;
            for (var n = 0; n < wardrobe.Pieces.Count; n++)
                skin |= wardrobe.Pieces[n].Tier == Tier.Skin && wardrobe.Pieces[n].Main == part ? 1u << n : 0;
            return skin;
        }

        public (IReadOnlyList<(uint Set, int Opening)> Chosen, DressCost Cost) Solve(
            List<Segment> segments,
            EndsChosen hands,
            EndsChosen feet
        )
        {
            var forced = segments.Select(s => dressing.Forced(wardrobe, s)).ToList();
            var costs = CostsOf(segments, hands, feet);
            var problem = new DressProblem(
                wardrobe.Pieces.Count,
                Openings,
                costs,
                Flips(wardrobe, segments),
                Lifted(wardrobe),
                DressCost.OfOpening
            );
            return DressSearch.Solve(problem, dressing.stop)
                ?? ([.. segments.Select((_, n) => (forced[n].On, 0))], default);
        }

        /// <summary>What each set costs in each stretch, closed in each way: set × openings + opening.</summary>
        public List<DressCost[]> CostsOf(List<Segment> segments, EndsChosen hands, EndsChosen feet)
        {
            segments.Select(s => s.Movement).Distinct().AsParallel().ForAll(movement => Table(movement));
            return
            [
                .. segments
                    .AsParallel()
                    .AsOrdered()
                    .WithCancellation(dressing.stop)
                    .Select((s, n) => Costs(s, hands.Lost[n] + feet.Lost[n], dressing.Forced(wardrobe, s))),
            ];
        }

        /// <summary>How one fares in a stretch in what was chosen for it, by the balance that choosing goes by.</summary>
        public Fare FareIn(Segment segment, double ends, (uint Set, int Opening) worn) =>
            new SteadyFare(segment, dressing.day.Sleeper, ends).In(
                Table(segment.Movement)[worn.Set * Openings + worn.Opening],
                vapour[worn.Set] * DayStack.VapourKept((Opening)worn.Opening),
                bare[worn.Set],
                through[worn.Set]
            );

        /// <summary>What each set costs in a stretch; stretches that differ only in when they are cost the same.</summary>
        private DressCost[] Costs(Segment segment, double ends, (uint On, uint Off) forced)
        {
            var alike = segment with
            {
                FromHour = 0,
                ToHour = Math.Round(segment.Hours, 4),
                BlockId = Guid.Empty,
                FingersC = 0,
                ToesC = 0,
            };
            return known.GetOrAdd((alike, ends, forced), _ => Weighed(segment, ends, forced));
        }

        private DressCost[] Weighed(Segment segment, double ends, (uint On, uint Off) forced)
        {
            // What is pinned may be too tight over anything that is along; then it is tight.
            var may = goes.FindAll(set => IsForced(set, forced));
            if (may.Count == 0)
                may = dresses.FindAll(set => IsForced(set, forced));
            var costs = new DressCost[wardrobe.Sets * Openings];
            Array.Fill(costs, DressSearch.Never);
            var fare = new SteadyFare(segment, dressing.day.Sleeper, ends);
            var conductance = Table(segment.Movement);
            foreach (var set in may)
            {
                for (var opening = 0; opening < Openings; opening++)
                {
                    var state = set * Openings + opening;
                    var found = fare.In(
                        conductance[state],
                        vapour[set] * DayStack.VapourKept((Opening)opening),
                        bare[set],
                        through[set]
                    );
                    costs[state] = DressCost.Of(found, grams[set]);
                }
            }
            if (segment.Heat > Work.Class(Effort.Low))
                ComeOff(costs, forced.On);
            return costs;
        }

        /// <summary>What goes over everything comes off before work, unless nothing else is warm enough.</summary>
        private void ComeOff(DressCost[] costs, uint on)
        {
            var stops = 0u;
            for (var n = 0; n < wardrobe.Pieces.Count; n++)
                stops |= wardrobe.Pieces[n].IsForStops ? 1u << n : 0;
            stops &= ~on;
            bool Bare(int state) => ((uint)(state / Openings) & stops) == 0;
            if (
                !Enumerable
                    .Range(0, costs.Length)
                    .Any(s => Bare(s) && costs[s] < DressSearch.Never && costs[s].IsNotCold)
            )
                return;
            for (var s = 0; s < costs.Length; s++)
                costs[s] = Bare(s) ? costs[s] : DressSearch.Never;
        }

        /// <summary>Conductance of the body by set and opening: each part is worked out once for what lies over it.</summary>
        private double[] Table(Movement movement) => byMovement.GetOrAdd(movement, TableOf);

        private double[] TableOf(Movement movement)
        {
            var table = new double[wardrobe.Sets * Openings];
            var of = new double[wardrobe.Sets];
            foreach (var part in OfBody)
            {
                var over = 0u;
                for (var n = 0; n < wardrobe.Pieces.Count; n++)
                    over |= Matters(wardrobe.Pieces[n], part) ? 1u << n : 0;
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
