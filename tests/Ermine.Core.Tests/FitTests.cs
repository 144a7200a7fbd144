using FsCheck.Xunit;
using static Ermine.Core.Tests.DayRunTests;

namespace Ermine.Core.Tests;

/// <summary>What goes over what on hands and feet, by thickness and room.</summary>
public class FitTests
{
    private static Fit.Stack Put(params KitItem[] items)
    {
        var stack = new Fit.Stack();
        foreach (var item in items)
            stack.Put(item, ItemReader.Read(item).Insulation?.SI ?? 0);
        return stack;
    }

    private static KitItem[] InOrder(params KitItem[] items) => [.. items.Order(Comparer<KitItem>.Create(Fit.InOrder))];

    [Fact]
    public void A_stack_up_to_the_room_fits_and_more_is_squeezed()
    {
        var boot = Of("winterBoots");
        var (thin, thick) = (Of("linerSocks"), Of("thickWoolSocks"));
        var two = Put(thin, thick, boot);
        Assert.Equal(5 + boot.ThicknessMm, two.Mm, 6);
        Assert.False(two.IsTight);
        Assert.Equal(0, two.Lost);
        var three = Put(thin, thick, thick, boot);
        Assert.Same(boot, three.Squeezes);
        Assert.Equal(3, three.OverMm, 6);
        Assert.Equal(0.3 * Insulation.SIPerLoftCm, three.Lost, 6);
        // A size up gives three millimetres, so it just fits.
        Assert.False(Put(thin, thick, thick, boot with { SizesUp = 1 }).IsTight);
    }

    [Fact]
    public void A_barrier_takes_no_room_and_an_insole_three() =>
        Assert.Equal(3, Put(Of("insoles"), Of("barrierSocks")).Mm, 6);

    [Fact]
    public void A_sock_that_fits_tightly_is_tight_whatever_the_boot()
    {
        Assert.True(Put(Of("woolSocks") with { Tight = true }, Of("mukluks")).IsTight);
        Assert.False(Put(Of("woolSocks"), Of("mukluks")).IsTight);
    }

    [Fact]
    public void Gloves_go_on_by_fit_in_whatever_order_they_are_named()
    {
        var (liner, glove, mitten, shell) = (
            Of("linerGloves"),
            Of("woolGloves"),
            Of("woolMittens"),
            Of("mittenShells")
        );
        KitItem[] expected = [liner, mitten, shell];
        Assert.Equal(expected, InOrder(shell, liner, mitten));
        Assert.Equal(expected, InOrder(mitten, shell, liner));
        Assert.False(Put(expected).IsTight);
        // A shell of another pair goes over a wool mitten, the wool mitten not over a thick glove.
        Assert.False(Put(InOrder(liner, glove, Of("mittens"))).IsTight);
        Assert.True(Put(InOrder(Of("skiGloves"), mitten)).IsTight);
    }

    [Fact]
    public void A_glove_inside_a_smaller_one_is_tight()
    {
        var stack = Put(InOrder(Of("fleeceGloves"), Of("fleeceGloves")));
        Assert.True(stack.IsTight);
        Assert.True(stack.OverMm > 0.5);
    }

    /// <summary>If any order of some pieces fits, the one by fit does.</summary>
    [Property(MaxTest = 300)]
    public bool The_order_by_fit_fits_where_any_does(int seed)
    {
        var random = new Random(seed);
        var pieces = Enumerable
            .Range(0, 4)
            .Select(_ =>
                Of("gloves") with
                {
                    Id = Guid.NewGuid(),
                    ThicknessMm = 1 + random.Next(8),
                    RoomMm = random.Next(18),
                    Fingers = Fingers.Together,
                }
            )
            .ToArray();
        var any = Orders(pieces).Any(o => !Put(o).IsTight);
        return any == !Put(InOrder(pieces)).IsTight;
    }

    private static IEnumerable<KitItem[]> Orders(KitItem[] pieces) =>
        pieces.Length <= 1
            ? [pieces]
            : pieces.SelectMany(p => Orders([.. pieces.Where(o => o != p)]).Select(o => (KitItem[])[p, .. o]));

    [Fact]
    public void Spikes_need_a_sole_and_room_for_the_boot()
    {
        Assert.Equal(BindingFit.SoleTooSoft, Fit.OnBoot(Of("crampons"), Of("winterBoots")));
        Assert.Equal(BindingFit.Fits, Fit.OnBoot(Of("crampons"), Of("mountainBoots")));
        Assert.Equal(BindingFit.BootTooThick, Fit.OnBoot(Of("crampons"), Of("expeditionBoots")));
        Assert.Equal(BindingFit.BootTooThick, Fit.OnBoot(Of("crampons"), Of("mountainBoots"), overMm: 10));
        Assert.Equal(BindingFit.Fits, Fit.OnBoot(Of("snowshoes"), Of("feltPacBoots")));
    }

    [Fact]
    public void Two_thin_pairs_still_do_fine_work_and_thick_ones_do_not()
    {
        Assert.Equal(Dexterity.Fine, Gloves.DexterityIn([Of("linerGloves"), Of("woolGloves")]));
        Assert.Equal(Dexterity.Coarse, Gloves.DexterityIn([Of("fleeceGloves"), Of("woolGloves")]));
        Assert.Equal(Dexterity.None, Gloves.DexterityIn([Of("linerGloves"), Of("downMittens")]));
        Assert.Equal(Dexterity.Bare, Gloves.DexterityIn([]));
        Assert.Equal(Dexterity.Bare, Gloves.DexterityIn([Of("fingerless")]));
    }

    [Fact]
    public void A_mitten_keeps_all_of_it_and_a_glove_seven_tenths()
    {
        KitItem Of40(Fingers fingers) =>
            Of("mittens") with
            {
                Fingers = fingers,
                Claims = [new(ClaimKind.SquareMetreKelvinPerWatt, 0.4)],
            };
        double Reaches(Fingers f) => Days.Garment.Of(Of40(f), ItemReader.Read(Of40(f)))!.Resistance;
        Assert.Equal(0.4, Reaches(Fingers.Together), 6);
        Assert.Equal(0.34, Reaches(Fingers.Paired), 6);
        Assert.Equal(0.28, Reaches(Fingers.Apart), 6);
    }
}
