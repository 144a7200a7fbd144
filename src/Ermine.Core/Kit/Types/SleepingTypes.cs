namespace Ermine.Core.Kit;

/// <content>What is slept on, in and under. Columns: see <see cref="TypeTable"/>.</content>
internal static partial class Tables
{
    public const string Sleeping = """
        foamPad           | Foam pad                        | under | pad        |  400 | 9    | R2        | whole    | foam            |  18 |    0 |   - | bare | 20 | -              | pad foam
        thinFoamPad       | Thin foam pad                   | under | pad        |  200 | 5    | R1        | whole    | foam            |   8 |    0 |   - | bare | 20 | -              | pad foam thin
        foldedFoamPad     | Folding foam pad                | under | pad        |  410 | 9    | R2        | whole    | foam            |  19 |    0 |   - | bare | 10 | -              | pad foam folding
        pad               | Sleeping pad                    | under | pad        |  500 | 5    | R2        | whole    | unsaid          |  40 |    0 |   - | bare | 60 | -              | pad
        shortFoamPad      | Short foam pad                  | under | pad        |  230 | 5    | R1.7      | shortpad | foam            |  15 |    0 |   - | bare | 15 | -              | pad foam short
        sitPad            | Sit pad                         | under | pad        |   60 | 1.5  | R1.2      | sitpad   | foam            |  12 |    0 |   - | bare |  5 | -              | pad sit foam
        summerInflatable  | Inflatable pad, uninsulated     | under | pad        |  380 | 1.2  | R1.3      | whole    | inflatable      |  70 |    0 |   - | bare | 180 | -             | pad inflatable summer
        inflatablePad     | Inflatable pad, three season    | under | pad        |  480 | 1.7  | R3.2      | whole    | inflatable      |  75 |    0 |   - | bare | 180 | -             | pad inflatable
        winterInflatable  | Inflatable pad, winter          | under | pad        |  600 | 2.5  | R5        | whole    | inflatable      |  80 |    0 |   - | bare | 200 | -             | pad inflatable winter
        downInflatable    | Down-filled inflatable pad      | under | pad        |  750 | 4    | R6.5      | whole    | inflatable      |  80 |    0 |   - | bare | 240 | -             | pad inflatable down
        synthInflatable   | Synthetic-filled inflatable pad | under | pad        |  700 | 4    | R4.5      | whole    | inflatable      |  75 |    0 |   - | bare | 240 | -             | pad inflatable synthetic
        shortInflatable   | Short inflatable pad            | under | pad        |  300 | 1.2  | R3        | shortpad | inflatable      |  65 |    0 |   - | bare | 120 | -             | pad inflatable short
        selfInflating     | Self-inflating pad              | under | pad        |  850 | 5    | R3.8      | whole    | inflatable      |  38 |    0 |   - | bare | 120 | -             | pad selfinflating
        thickSelfInfl     | Self-inflating pad, thick       | under | pad        | 1600 | 12   | R6        | whole    | inflatable      |  70 |    0 |   - | bare | 150 | -             | pad selfinflating thick
        narrowPad         | Inflatable pad, narrow          | under | pad        |  350 | 1.2  | R3        | whole    | inflatable      |  65 |    0 |   - | bare | 150 | narrow        | pad inflatable narrow
        hide              | Reindeer hide                   | under | pad        | 2200 | 30   | R4        | hidepad  | wool            |  50 |   50 |   - | bare | 10 | -              | hide
        sheepskin         | Sheepskin                       | under | pad        | 1500 | 15   | R3        | shortpad | wool            |  45 |   50 |   - | bare | 10 | -              | hide sheep
        underquiltDown    | Down underquilt                 | under | underquilt |  600 | 8    | comfort-10| whole    | down            |  50 |   20 |   - | bare | 180 | -             | underquilt down
        underquiltWinter  | Down underquilt, winter         | under | underquilt |  750 | 11   | comfort-20| whole    | down            |  75 |   20 |   - | bare | 180 | -             | underquilt down winter
        underquiltSynth   | Synthetic underquilt            | under | underquilt |  850 | 12   | comfort-4 | whole    | syntheticFill   |  40 |   20 |   - | bare | 180 | -             | underquilt synthetic
        underquiltShort   | Three-quarter underquilt        | under | underquilt |  410 | 6    | comfort-4 | threequarter | down        |  45 |   20 |   - | bare | 180 | -             | underquilt short
        underquilt        | Underquilt                      | under | underquilt |  650 | 9    | comfort-5 | whole    | unsaid          |  45 |   20 |   - | bare | 180 | -             | underquilt
        downBagSummer     | Down bag, summer                | over  | bag        |  550 | 4    | comfort7  | whole    | down            |  30 |   20 |   6 | bare | 60 | hood           | bag down summer
        downBag           | Down bag, three season          | over  | bag        |  900 | 7    | comfort-2 | whole    | down            |  50 |   20 |   6 | bare | 60 | hood           | bag down
        downBagWinter     | Down bag, winter                | over  | bag        | 1350 | 11   | comfort-12| whole    | down            |  75 |   20 |   6 | bare | 60 | hood collar    | bag down winter
        downBagCold       | Down bag, deep cold             | over  | bag        | 1700 | 15   | comfort-25| whole    | down            | 100 |   20 |   6 | bare | 60 | hood collar    | bag down expedition
        synthBagSummer    | Synthetic bag, summer           | over  | bag        |  800 | 7    | comfort9  | whole    | syntheticFill   |  20 |   20 |   6 | bare | 60 | hood           | bag synthetic summer
        synthBag          | Synthetic bag, three season     | over  | bag        | 1400 | 12   | comfort1  | whole    | syntheticFill   |  40 |   20 |   6 | bare | 60 | hood           | bag synthetic
        synthBagWinter    | Synthetic bag, winter           | over  | bag        | 2200 | 20   | comfort-10| whole    | syntheticFill   |  60 |   20 |   6 | bare | 60 | hood collar    | bag synthetic winter
        bag               | Sleeping bag                    | over  | bag        | 1400 | 11   | comfort0  | whole    | unsaid          |  45 |   20 |   6 | bare | 60 | hood           | bag
        bagSummer         | Summer bag                      | over  | bag        |  800 | 7    | comfort9  | whole    | unsaid          |  25 |   20 |   6 | bare | 60 | hood           | bag summer
        bagWinter         | Winter bag                      | over  | bag        | 1800 | 15   | comfort-8 | whole    | unsaid          |  60 |   20 |   6 | bare | 60 | hood           | bag winter
        blanketBag        | Rectangular bag without hood    | over  | bag        | 1600 | 15   | comfort8  | whole    | syntheticFill   |  25 |   20 |   6 | bare | 60 | -              | bag rectangular
        halfBag           | Half bag for legs               | over  | bag        |  500 | 4    | comfort0  | halfbody | down            |  50 |   20 |   6 | bare | 60 | -              | bag half
        overbag           | Synthetic overbag               | over  | bag        | 1000 | 10   | comfort8  | whole    | syntheticFill   |  30 |   20 |   6 | bare | 60 | wide           | overbag
        downQuiltSummer   | Down quilt, summer              | over  | quilt      |  420 | 3    | comfort8  | body     | down            |  30 |   20 |   6 | bare | 60 | -              | quilt down summer
        downQuilt         | Down quilt, three season        | over  | quilt      |  650 | 6    | comfort0  | body     | down            |  50 |   20 |   6 | bare | 60 | -              | quilt down
        downQuiltWinter   | Down quilt, winter              | over  | quilt      |  880 | 9    | comfort-10| body     | down            |  75 |   20 |   6 | bare | 60 | -              | quilt down winter
        synthQuilt        | Synthetic quilt                 | over  | quilt      |  800 | 9    | comfort7  | body     | syntheticFill   |  30 |   20 |   6 | bare | 60 | -              | quilt synthetic
        overquilt         | Synthetic overquilt             | over  | quilt      | 1000 | 11   | comfort4  | body     | syntheticFill   |  40 |   20 |   6 | bare | 60 | -              | overquilt
        quilt             | Quilt                           | over  | quilt      |  700 | 7    | comfort2  | body     | unsaid          |  40 |   20 |   6 | bare | 60 | -              | quilt
        halfQuilt         | Half quilt for legs             | over  | quilt      |  380 | 4    | comfort4  | halfbody | unsaid          |  40 |   20 |   6 | bare | 60 | -              | quilt half
        woolBlanket       | Wool blanket                    | over  | quilt      | 1600 | 12   | tog3      | body     | wool            |   8 |  200 |   - | bare | 20 | openfoot       | blanket wool
        fleeceBlanket     | Fleece blanket                  | over  | quilt      |  600 | 6    | tog1.5    | body     | fleece          |   5 |  300 |   - | bare | 20 | openfoot       | blanket fleece
        insulatedBlanket  | Insulated blanket               | over  | quilt      |  600 | 7    | loft2     | body     | syntheticFill   |  20 |   20 |   6 | bare | 20 | openfoot       | blanket insulated
        emergencyBlanket  | Emergency foil                  | over  | bivy       |   60 | 0.2  | -         | whole    | coated          |   1 |    0 | 100000 | bare | 30 | windproof   | foil
        silkLiner         | Silk liner                      | over  | liner      |  120 | 0.6  | tog0.2    | body     | syntheticFabric |   1 |  100 |   - | bare | 40 | -              | bagliner silk
        cottonLiner       | Cotton liner                    | over  | liner      |  350 | 1.5  | tog0.3    | body     | cotton          |   1 |  100 |   - | bare | 40 | -              | bagliner cotton
        synthLiner        | Synthetic liner                 | over  | liner      |  200 | 1    | tog0.35   | body     | syntheticFabric |   2 |  100 |   - | bare | 40 | -              | bagliner
        fleeceLiner       | Fleece liner                    | over  | liner      |  480 | 4    | tog0.6    | body     | fleece          |   4 |  300 |   - | bare | 40 | -              | bagliner fleece
        bivy              | Bivy                            | over  | bivy       |  390 | 1.5  | si.02     | whole    | syntheticFabric |   1 |    5 |  20 | bare | 60 | windproof      | bivy
        lightBivy         | Light bivy                      | over  | bivy       |  200 | 0.8  | si.02     | whole    | syntheticFabric |   1 |   10 |  10 | bare | 60 | windproof      | bivy light
        stormBivy         | Waterproof bivy                 | over  | bivy       |  700 | 2.5  | si.03     | whole    | coated          |   1 |    1 | 100 | bare | 60 | windproof      | bivy waterproof
        barrierLiner      | Vapour barrier liner            | over  | vapourBarrier | 170 | 0.6 | -         | body     | coated          |   1 |    0 | 100000 | bare | 60 | -           | barrier bagliner
        barrierSuit       | Vapour barrier suit             | torso | vapourBarrier | 180 | 0.6 | -         | suit     | coated          |   1 |    0 | 100000 | bare | 60 | -           | barrier suit
        barrierShirt      | Vapour barrier shirt            | torso | vapourBarrier | 110 | 0.4 | -         | torso    | coated          |   1 |    0 | 100000 | bare | 30 | -           | barrier top/shirt
        barrierTrousers   | Vapour barrier trousers         | legs  | vapourBarrier |  90 | 0.4 | -         | legs     | coated          |   1 |    0 | 100000 | bare | 60 | -           | barrier trousers
        """;

    public const string Shelters = """
        tent1             | Tent for one                    | shelter | gear | 1800 |  8  | - | none | syntheticFabric | 0 | 0 | - | bare | 480 | shared | tent one
        tent2             | Tent for two                    | shelter | gear | 2800 | 12  | - | none | syntheticFabric | 0 | 0 | - | bare | 480 | shared | tent
        tentTunnel        | Tunnel tent                     | shelter | gear | 3600 | 16  | - | none | syntheticFabric | 0 | 0 | - | bare | 420 | shared | tent tunnel
        tentDome          | Dome tent                       | shelter | gear | 4200 | 16  | - | none | syntheticFabric | 0 | 0 | - | bare | 540 | shared | tent dome
        stoveTent         | Stove tent                      | shelter | gear | 4500 | 20  | - | none | cotton          | 0 | 0 | - | bare | 900 | shared | tent hot
        tarp              | Tarp                            | shelter | gear |  500 |  2  | - | none | syntheticFabric | 0 | 0 | - | bare | 480 | shared | tarp
        winterTarp        | Tarp with doors                 | shelter | gear |  750 |  3  | - | none | syntheticFabric | 0 | 0 | - | bare | 540 | shared | tarp winter
        hammock           | Hammock                         | shelter | gear |  600 |  2  | - | none | syntheticFabric | 0 | 0 | - | bare | 300 | - | hammock
        hammockStraps     | Hammock straps                  | shelter | gear |  250 |  0.6| - | none | unsaid          | 0 | 0 | - | fine | 180 | - | straps hammock
        windsack          | Emergency shelter sack          | shelter | gear |  500 |  2  | - | none | coated          | 0 | 0 | - | bare |  60 | shared | sack emergency
        groundsheet       | Ground sheet                    | shelter | gear |  200 |  0.8| - | none | coated          | 0 | 0 | - | bare |  30 | shared | groundsheet
        snowPegs          | Snow pegs                       | shelter | gear |  250 |  0.8| - | none | unsaid          | 0 | 0 | - | coarse | 300 | shared | pegs
        guyLines          | Guy lines, spare                | shelter | gear |   80 |  0.3| - | none | unsaid          | 0 | 0 | - | fine | 120 | shared | lines
        snowSaw           | Snow saw                        | shelter | gear |  300 |  1  | - | none | unsaid          | 0 | 0 | - | coarse | 20 | shared | saw snow
        pillow            | Inflatable pillow               | shelter | gear |   80 |  0.3| - | none | inflatable      | 0 | 0 | - | bare | 40 | - | pillow
        pumpSack          | Pump sack                       | shelter | gear |   60 |  0.2| - | none | coated          | 0 | 0 | - | bare | 20 | shared | sack pump
        """;
}
