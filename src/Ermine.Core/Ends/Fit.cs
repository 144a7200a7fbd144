using Ermine.Core.Kit;
using Ermine.Core.Units;

namespace Ermine.Core.Ends;

/// <summary>
/// What goes over what on hands and feet: by the thickness of what lies under a thing and the room in it, never by a list of pairs
/// (assumptions throughout).
/// </summary>
public static class Fit
{
    /// <summary>Room that a size up gives, mm.</summary>
    public const double SizeUpMm = 3;

    /// <summary>Stack over the room that is still borne, mm: wool gives.</summary>
    private const double Gives = 0.05;

    /// <summary>Thickness of a thing of which only its resistance is known, mm per m²K/W.</summary>
    private const double MmPerResistance = 40;

    /// <summary>Room in a thing for what goes under it, mm; endless where none is said.</summary>
    public static double RoomIn(KitItem item) => (item.RoomMm ?? double.PositiveInfinity) + SizeUpMm * item.SizesUp;

    /// <summary>Thickness that a thing takes of the room in what goes over it, mm; a barrier takes none.</summary>
    /// <param name="item">The thing.</param>
    /// <param name="resistance">Where it lies, m²K/W.</param>
    public static double ThicknessOf(KitItem item, double resistance) =>
        item.Kind == ItemKind.VapourBarrier ? 0
        : item.ThicknessMm > 0 ? item.ThicknessMm
        : MmPerResistance * resistance;

    /// <summary>
    /// Order in which things go on the hands: nothing with fingers apart over what has them together, and of the rest first what has least room
    /// left over it. If any order fits, this one does (earliest deadline first).
    /// </summary>
    public static int InOrder(KitItem one, KitItem other)
    {
        var fingers = one.Fingers.CompareTo(other.Fingers);
        return fingers != 0 ? fingers : (RoomIn(one) + one.ThicknessMm).CompareTo(RoomIn(other) + other.ThicknessMm);
    }

    /// <summary>Whether spikes, snowshoes or bindings go on a boot, by its sole and the thickness of its wall.</summary>
    /// <param name="binding">What is put on.</param>
    /// <param name="boot">The boot.</param>
    /// <param name="overMm">Thickness of what is worn over the boot, mm.</param>
    public static BindingFit OnBoot(KitItem binding, KitItem boot, double overMm = 0) =>
        boot.Sole < binding.Sole ? BindingFit.SoleTooSoft
        : boot.ThicknessMm + overMm > RoomIn(binding) ? BindingFit.BootTooThick
        : BindingFit.Fits;

    /// <summary>A stack as it is put on, from the skin out.</summary>
    public struct Stack
    {
        /// <summary>Thickness of what is on, mm.</summary>
        public double Mm { get; private set; }

        /// <summary>Most by which it is thicker than a thing over it has room for, mm.</summary>
        public double OverMm { get; private set; }

        /// <summary>The thing that squeezes most; null where nothing does.</summary>
        public KitItem? Squeezes { get; private set; }

        /// <summary>A thing that fits tightly by itself is on.</summary>
        private bool fitsTightly;

        /// <summary>Puts a thing on.</summary>
        /// <inheritdoc cref="ThicknessOf"/>
        public void Put(KitItem item, double resistance)
        {
            if (Mm - RoomIn(item) is > Gives and var over && over > OverMm)
                (OverMm, Squeezes) = (over, item);
            fitsTightly |= item.Tight;
            Mm += ThicknessOf(item, resistance);
        }

        /// <summary>Something squeezes, so that blood is held back.</summary>
        public readonly bool IsTight => Squeezes is not null || fitsTightly;

        /// <summary>Loft that is squeezed out, m²K/W.</summary>
        public readonly double Lost => OverMm / 10 * Insulation.SIPerLoftCm;
    }
}

/// <summary>Whether something goes on a boot.</summary>
public enum BindingFit
{
    /// <summary>It does.</summary>
    Fits,

    /// <summary>It needs a stiffer sole, or welts.</summary>
    SoleTooSoft,

    /// <summary>It is too narrow for the boot.</summary>
    BootTooThick,
}
