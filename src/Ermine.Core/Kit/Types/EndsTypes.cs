namespace Ermine.Core.Kit;

/// <content>Feet, hands and head. Columns: see <see cref="TypeTable"/>.</content>
internal static partial class Tables
{
    public const string Feet = """
        woolSocks         | Wool socks                      | feet | garment |   80 | 0.4 | si.07  | socks     | wool            | 2   | 500 | - | bare | 30 | -  | sock wool
        thickWoolSocks    | Thick wool socks                | feet | garment |  115 | 0.7 | si.10  | socks     | wool            | 4   | 500 | - | bare | 30 | -  | sock wool thick
        linerSocks        | Liner socks, thin               | feet | garment |   45 | 0.2 | clo.02 | socks     | syntheticFabric | 1   | 500 | - | bare | 30 | -  | sock liner thin
        thinWoolSocks     | Thin wool socks                 | feet | garment |   50 | 0.2 | si.035 | socks     | wool            | 1   | 500 | - | bare | 30 | -  | sock wool thin
        synthSocks        | Synthetic socks                 | feet | garment |   70 | 0.3 | si.06  | socks     | syntheticFabric | 2   | 500 | - | bare | 30 | -  | sock synthetic
        cottonSocks       | Cotton socks                    | feet | garment |   60 | 0.3 | clo.02 | socks     | cotton          | 1.5 | 500 | - | bare | 30 | -  | sock cotton
        fleeceSocks       | Fleece socks                    | feet | garment |   95 | 0.8 | si.11  | socks     | fleece          | 5   | 600 | - | bare | 30 | -  | sock fleece
        skiSocks          | Long ski socks                  | feet | garment |  110 | 0.6 | clo.10 | longsocks | wool            | 2.5 | 500 | - | bare | 40 | -  | sock long ski
        downSocks         | Down socks                      | feet | garment |   90 | 1   | loft2  | booties   | down            | 20  | 30  | - | bare | 20 | -  | sock down
        heatedSocks       | Heated socks                    | feet | garment |  300 | 0.8 | si.09  | longsocks | syntheticFabric | 4   | 400 | - | bare | 40 | -  | sock heated
        foamSocks         | Closed-cell socks               | feet | garment |  160 | 0.8 | si.08  | socks     | foam            | 3   | 0   | 100000 | bare | 40 | - | sock foam
        barrierSocks      | Vapour barrier socks            | feet | vapourBarrier | 45 | 0.1 | -   | socks     | coated          | .2  | 0   | 100000 | bare | 30 | - | barrier sock
        downBooties       | Down booties                    | feet | garment |  190 | 2   | loft3.5 | booties  | down            | 35  | 10  | - | bare | 20 | -  | bootie down
        synthBooties      | Synthetic booties               | feet | garment |  240 | 2.5 | loft2.4 | booties  | syntheticFill   | 24  | 15  | - | bare | 20 | -  | bootie synthetic
        campBooties       | Camp booties with sole          | feet | garment |  400 | 3   | loft2.5 | booties  | syntheticFill   | 25  | 10  | - | bare | 20 | -  | bootie sole
        feltBooties       | Felt booties                    | feet | garment |  280 | 2   | si.30  | booties   | wool            | 8   | 100 | - | bare | 20 | -  | bootie felt
        slippers          | Slippers                        | feet | garment |  250 | 1.5 | clo.03 | feet      | fleece          | 5   | 300 | - | bare | 10 | -  | slipper
        feltLiners        | Boot liners, felt               | feet | garment |  300 | 3   | si.28  | booties   | wool            | 8   | 100 | - | bare | 60 | room6 | bootliner felt
        foamLiners        | Boot liners, foam               | feet | garment |  250 | 3   | si.30  | booties   | foam            | 9   | 0   | - | bare | 60 | room5 | bootliner foam
        insulatedLiners   | Boot liners, insulated          | feet | garment |  320 | 3   | si.32  | booties   | syntheticFill   | 10  | 50  | - | bare | 60 | room6 | bootliner
        insoles           | Insulating insoles              | feet | gear    |   80 | 0.4 | si.06  | soles     | wool            | 3   | 100 | - | bare | 30 | -  | insole
        hikingBoots       | Hiking boots                    | feet | gear    | 1200 | 10  | clo.10 | feet      | unsaid          | 3   | 5   | 40 | bare | 90 | room4 soft | boot hiking
        winterBoots       | Winter boots                    | feet | gear    | 1600 | 13  | si.28  | feet      | unsaid          | 8   | 3   | 40 | bare | 90 | room6 soft | boot winter
        feltPacBoots      | Boots with felt liner           | feet | gear    | 2200 | 18  | si.38  | feet      | unsaid          | 12  | 0   | 100 | bare | 90 | room8 soft | boot felt
        bootShells        | Boots without liners            | feet | gear    | 1700 | 15  | si.10  | feet      | unsaid          | 4   | 0   | 100 | bare | 90 | room16 soft | boot linerless
        expeditionBoots   | Expedition boots                | feet | gear    | 2700 | 22  | si.50  | feet      | unsaid          | 16  | 0   | 100 | bare | 150 | room8 stiff | boot expedition
        mountainBoots     | Mountain boots                  | feet | gear    | 1900 | 14  | si.24  | feet      | unsaid          | 6   | 2   | 60 | bare | 120 | room4 welted | boot mountain
        doubleBoots       | Double mountain boots           | feet | gear    | 2400 | 18  | si.40  | feet      | unsaid          | 12  | 0   | 100 | bare | 180 | room5 welted | boot double
        skiBoots          | Touring ski boots               | feet | gear    | 1700 | 14  | si.25  | feet      | unsaid          | 7   | 2   | 60 | bare | 90 | room4 welted | boot ski
        rubberBoots       | Rubber boots                    | feet | gear    | 1800 | 16  | si.12  | feet      | coated          | 4   | 0   | 100000 | bare | 40 | room6 soft | boot rubber
        insulatedRubber   | Insulated rubber boots          | feet | gear    | 2300 | 20  | si.30  | feet      | coated          | 10  | 0   | 100000 | bare | 45 | room6 soft | boot rubber insulated
        airBoots          | Sealed air boots                | feet | gear    | 2600 | 22  | si.45  | feet      | coated          | 20  | 0   | 100000 | bare | 60 | room6 soft | boot air
        mukluks           | Mukluks                         | feet | gear    | 1200 | 10  | si.40  | boothigh  | wool            | 12  | 30  | - | bare | 90 | room12 soft | boot mukluk
        trailShoes        | Shoes                           | feet | gear    |  700 | 6   | clo.04 | feet      | unsaid          | 2   | 100 | - | bare | 60 | room3 soft | shoe
        overboots         | Overboots                       | feet | gear    |  700 | 5   | si.15  | boothigh  | syntheticFill   | 10  | 3   | 40 | bare | 120 | overboots | overboot
        bootCovers        | Boot covers                     | feet | gear    |  250 | 1.5 | si.05  | feet      | syntheticFabric | 2   | 5   | - | bare | 60 | overboots | overboot light
        gaiters           | Gaiters                         | feet | gear    |  280 | 1   | si.02  | gaiter    | syntheticFabric | 1   | 5   | 20 | bare | 60 | overboots windproof | gaiter
        shortGaiters      | Short gaiters                   | feet | gear    |  100 | 0.4 | si.02  | shortgaiter | syntheticFabric | 1 | 30  | 6 | bare | 40 | overboots | gaiter short
        insulatedGaiters  | Insulated gaiters               | feet | gear    |  400 | 2   | si.08  | gaiter    | syntheticFill   | 5   | 5   | 20 | bare | 60 | overboots windproof | gaiter insulated
        """;

    public const string Hands = """
        linerGloves       | Liner gloves                    | hands | garment |   35 | 0.2 | si.05  | hands    | wool            | 1   | 400 | - | fine   | 20 | room.3 | glove liner
        synthLinerGloves  | Liner gloves, synthetic         | hands | garment |   30 | 0.2 | si.04  | hands    | syntheticFabric | 1   | 400 | - | fine   | 20 | room.3 | glove liner synthetic
        fleeceGloves      | Fleece gloves                   | hands | garment |   55 | 0.3 | si.09  | hands    | fleece          | 3   | 400 | - | fine   | 20 | room1.5 | glove fleece
        woolGloves        | Wool gloves                     | hands | garment |   80 | 0.4 | si.10  | hands    | wool            | 3   | 500 | - | fine   | 20 | room1.5 | glove wool
        gloves            | Gloves                          | hands | garment |   90 | 0.5 | clo.05 | hands    | syntheticFabric | 3   | 100 | - | fine   | 20 | room1 | glove
        workGloves        | Leather work gloves             | hands | garment |  150 | 0.6 | si.08  | hands    | unsaid          | 2   | 5   | - | fine   | 20 | room2 | glove leather
        softGloves        | Soft-shell gloves               | hands | garment |   90 | 0.5 | si.11  | hands    | syntheticFabric | 3   | 50  | - | fine   | 20 | windproof room1 | glove soft shell
        skiGloves         | Insulated gloves                | hands | garment |  200 | 1.5 | si.22  | gauntlet | syntheticFill   | 12  | 5   | 20 | coarse | 25 | windproof room3 | glove insulated
        fingerless        | Fingerless gloves               | hands | garment |   40 | 0.2 | si.05  | fingerless | wool          | 3   | 500 | - | bare   | 15 | room3 | glove fingerless
        wristWarmers      | Wrist warmers                   | hands | garment |   40 | 0.2 | si.05  | wrists   | wool            | 3   | 500 | - | bare   | 15 | room3 | wrist
        heatedGloves      | Heated gloves                   | hands | garment |  350 | 1.5 | si.22  | gauntlet | syntheticFill   | 12  | 5   | 20 | coarse | 30 | windproof room2 | glove heated
        rubberGloves      | Rubber gloves, lined            | hands | garment |  180 | 0.7 | si.09  | gauntlet | coated          | 3   | 0   | 100000 | coarse | 20 | windproof room2 | glove rubber
        woolMittens       | Wool mittens                    | hands | garment |  110 | 0.6 | si.14  | hands    | wool            | 5   | 500 | - | coarse | 10 | room4 together | mitten wool
        fleeceMittens     | Fleece mittens                  | hands | garment |   80 | 0.5 | si.14  | hands    | fleece          | 5   | 500 | - | coarse | 10 | room4 together | mitten fleece
        mittens           | Insulated mittens               | hands | garment |  200 | 1.5 | si.32  | gauntlet | syntheticFill   | 16  | 5   | 20 | coarse | 12 | windproof room5 together | mitten
        downMittens       | Down mittens                    | hands | garment |  210 | 2   | si.45  | gauntlet | down            | 25  | 5   | - | none   | 12 | windproof room6 together | mitten down
        expeditionMittens | Expedition mittens              | hands | garment |  380 | 3   | si.55  | gauntlet | syntheticFill   | 30  | 3   | 20 | none   | 15 | windproof room8 together | mitten expedition
        furMittens        | Fur mittens                     | hands | garment |  450 | 3   | si.50  | gauntlet | wool            | 30  | 10  | - | none   | 12 | windproof room8 together | mitten fur
        trigger           | Two-and-two mittens             | hands | garment |  220 | 1.5 | si.25  | gauntlet | syntheticFill   | 14  | 5   | 20 | coarse | 15 | windproof room4 paired | mitten trigger
        mittenLiners      | Mitten liners                   | hands | garment |   90 | 0.6 | si.14  | hands    | fleece          | 6   | 300 | - | coarse | 10 | room3 together | mitten liner
        flipMittens       | Flip mittens                    | hands | garment |  100 | 0.6 | si.12  | hands    | wool            | 4   | 400 | - | fine   | 10 | room3 paired | mitten flip
        mittenShells      | Mitten shells                   | hands | garment |  110 | 0.4 | si.03  | gauntlet | syntheticFabric | 1   | 5   | 20 | coarse | 10 | windproof room14 together | handshell
        gloveShells       | Glove shells                    | hands | garment |  100 | 0.4 | si.03  | gauntlet | syntheticFabric | 1   | 5   | 20 | coarse | 15 | windproof room8 | handshell glove
        poleSleeves       | Pole sleeves                    | hands | gear    |  180 | 1   | si.15  | hands    | syntheticFill   | 8   | 5   | - | none   |  3 | windproof room60 together | polesleeve
        barrierGloves     | Vapour barrier gloves           | hands | vapourBarrier | 20 | 0.1 | -  | hands    | coated          | .2  | 0   | 100000 | fine | 20 | room1.5 | barrier glove
        """;

    public const string Heads = """
        thinHat           | Thin hat                        | head | garment |   40 | 0.2 | si.10 | head      | wool            | 2  | 400 | - | bare | 5  | -    | hat thin
        woolHat           | Wool hat                        | head | garment |   80 | 0.5 | si.14 | head      | wool            | 5  | 500 | - | bare | 5  | -    | hat wool
        thickHat          | Thick hat                       | head | garment |   95 | 0.6 | si.16 | head      | wool            | 7  | 400 | - | bare | 5  | -    | hat thick wool
        fleeceHat         | Fleece hat                      | head | garment |   50 | 0.4 | si.12 | head      | fleece          | 4  | 500 | - | bare | 5  | -    | hat fleece
        windHat           | Windproof hat                   | head | garment |   70 | 0.5 | si.13 | head      | fleece          | 4  | 10  | - | bare | 5  | windproof | hat wind
        earflapHat        | Hat with ear flaps              | head | garment |  150 | 1   | si.20 | earflap   | syntheticFill   | 12 | 20  | - | bare | 8  | windproof cord | hat earflap
        furHat            | Fur hat                         | head | garment |  300 | 2.5 | si.28 | earflap   | wool            | 25 | 10  | - | bare | 8  | windproof cord | hat fur
        headband          | Headband                        | head | garment |   35 | 0.2 | si.08 | band      | fleece          | 3  | 400 | - | bare | 4  | -    | headband
        peakedCap         | Peaked cap                      | head | garment |   70 | 0.6 | si.04 | cap       | syntheticFabric | 1  | 200 | - | bare | 4  | -    | cap
        thinBalaclava     | Thin balaclava                  | head | garment |   50 | 0.2 | si.10 | balaclava | syntheticFabric | 1.5| 400 | - | bare | 10 | -    | balaclava thin
        balaclava         | Balaclava                       | head | garment |   70 | 0.4 | si.15 | balaclava | wool            | 3  | 400 | - | bare | 10 | -    | balaclava
        thickBalaclava    | Thick balaclava                 | head | garment |  100 | 0.7 | si.18 | balaclava | fleece          | 6  | 400 | - | bare | 10 | -    | balaclava thick
        downHood          | Down hood                       | head | garment |   95 | 1   | si.35 | hood      | down            | 30 | 10  | - | bare | 10 | cord | hood down
        synthHood         | Insulated hood                  | head | garment |  120 | 1   | si.35 | hood      | syntheticFill   | 25 | 15  | - | bare | 10 | cord | hood
        fleeceHood        | Fleece hood                     | head | garment |   90 | 0.6 | si.14 | hood      | fleece          | 5  | 500 | - | bare | 10 | -    | hood fleece
        tube              | Neck tube                       | head | garment |   40 | 0.2 | si.04 | tube      | syntheticFabric | 1  | 400 | - | bare | 5  | -    | tube
        fleeceTube        | Fleece neck tube                | head | garment |   55 | 0.4 | si.06 | tube      | fleece          | 4  | 500 | - | bare | 5  | -    | tube fleece
        woolTube          | Wool neck tube                  | head | garment |   60 | 0.3 | si.05 | tube      | wool            | 2  | 400 | - | bare | 5  | -    | tube wool
        scarf             | Scarf                           | head | garment |  160 | 1.5 | si.08 | scarf     | wool            | 5  | 500 | - | bare | 8  | cord | scarf
        faceMask          | Face mask                       | head | garment |   60 | 0.4 | si.08 | mask      | foam            | 3  | 5   | - | bare | 8  | windproof | mask
        noseGuard         | Nose guard                      | head | gear    |   10 | 0   | si.04 | nose      | fleece          | 2  | 50  | - | bare | 5  | -    | mask nose
        breathMask        | Heat-exchange mask              | head | gear    |  120 | 0.6 | si.08 | mask      | foam            | 8  | 100 | - | bare | 8  | -    | mask breath
        goggles           | Goggles                         | head | gear    |  150 | 1.2 | si.08 | eyes      | foam            | 15 | 5   | - | bare | 8  | -    | goggles
        sunglasses        | Glacier glasses                 | head | gear    |   40 | 0.4 | -     | none      | unsaid          | 0  | 0   | - | bare | 4  | -    | glasses
        helmet            | Helmet                          | head | gear    |  350 | 5   | si.05 | cap       | foam            | 20 | 50  | - | bare | 15 | -    | helmet
        """;
}
