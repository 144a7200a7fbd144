namespace Ermine.Core.Kit;

/// <content>
/// Base, mid, insulated, shell and one-piece, for torso and legs. Clo of the whole body after ISO 9920, table of single garments, where it has
/// one; thickness of lofted things by their loft. Columns: see <see cref="TypeTable"/>.
/// </content>
internal static partial class Tables
{
    public const string Clothes = """
        woolBaseTop       | Wool base top                   | torso | garment |  200 | 1.2 | clo.12  | torso   | wool            | 1.5 | 300 | - | bare | 25 | -        | top/base wool
        woolBaseTopThick  | Wool base top, thick            | torso | garment |  280 | 1.8 | si.075  | torso   | wool            | 3   | 300 | - | bare | 25 | -        | top/base wool thick
        synthBaseTop      | Synthetic base top              | torso | garment |  150 | 0.8 | clo.12  | torso   | syntheticFabric | 1.2 | 300 | - | bare | 25 | -        | top/base synthetic
        meshTop           | Mesh base top                   | torso | garment |  140 | 0.8 | si.05   | torso   | syntheticFabric | 4   | 900 | - | bare | 25 | -        | top/base mesh
        gridBaseTop       | Grid fleece base top            | torso | garment |  230 | 1.6 | si.065  | torso   | fleece          | 3   | 400 | - | bare | 25 | -        | top/base grid
        hoodedBaseTop     | Hooded base top                 | torso | garment |  240 | 1.5 | clo.14  | hoodtop | wool            | 1.8 | 300 | - | bare | 25 | -        | top/base hood
        teeShirt          | T-shirt                         | torso | garment |  140 | 0.8 | clo.09  | tee     | syntheticFabric | 1   | 300 | - | bare | 20 | -        | tshirt
        woolTee           | Wool T-shirt                    | torso | garment |  150 | 0.8 | clo.09  | tee     | wool            | 1.2 | 300 | - | bare | 20 | -        | tshirt wool
        cottonTee         | Cotton T-shirt                  | torso | garment |  160 | 0.8 | clo.09  | tee     | cotton          | 1   | 300 | - | bare | 20 | -        | tshirt cotton
        cottonShirt       | Cotton shirt                    | torso | garment |  220 | 1.2 | clo.25  | torso   | cotton          | 1.2 | 250 | - | bare | 40 | -        | shirt cotton
        flannelShirt      | Flannel shirt                   | torso | garment |  320 | 2   | clo.30  | torso   | cotton          | 2   | 250 | - | bare | 40 | -        | shirt flannel
        woolShirt         | Wool shirt                      | torso | garment |  450 | 2.5 | clo.30  | torso   | wool            | 2.5 | 200 | - | bare | 40 | -        | shirt wool
        woolTights        | Wool base tights                | legs  | garment |  170 | 1   | clo.10  | legs    | wool            | 1.5 | 300 | - | bare | 60 | -        | tights/base wool
        woolTightsThick   | Wool base tights, thick         | legs  | garment |  240 | 1.5 | si.075  | legs    | wool            | 3   | 300 | - | bare | 60 | -        | tights/base wool thick
        synthTights       | Synthetic base tights           | legs  | garment |  130 | 0.7 | clo.10  | legs    | syntheticFabric | 1.2 | 300 | - | bare | 60 | -        | tights/base synthetic
        meshTights        | Mesh tights                     | legs  | garment |  130 | 0.7 | si.05   | legs    | syntheticFabric | 4   | 900 | - | bare | 60 | -        | tights/base mesh
        fleeceTights      | Fleece tights                   | legs  | garment |  230 | 1.6 | si.07   | legs    | fleece          | 3   | 400 | - | bare | 60 | -        | tights fleece
        briefs            | Briefs                          | legs  | garment |   70 | 0.3 | clo.04  | briefs  | syntheticFabric | 1   | 300 | - | bare | 60 | -        | briefs
        woolBriefs        | Wool briefs                     | legs  | garment |   80 | 0.3 | clo.04  | briefs  | wool            | 1   | 300 | - | bare | 60 | -        | briefs wool
        windBriefs        | Briefs, wind front              | legs  | garment |   90 | 0.3 | clo.05  | briefs  | syntheticFabric | 1.5 | 20  | - | bare | 60 | -        | briefs wind
        baseSet           | Wool base layer, top and tights | torso | garment |  370 | 2.2 | clo.22  | suit    | wool            | 1.5 | 300 | - | bare | 85 | -        | base set wool
        unionSuit         | One-piece wool base             | torso | garment |  400 | 2.5 | clo.23  | suit    | wool            | 1.8 | 300 | - | bare | 90 | -        | base suit wool
        fleeceJumper      | Fleece jumper                   | torso | garment |  320 | 3   | clo.28  | torso   | fleece          | 5   | 600 | - | bare | 20 | -        | jumper fleece
        fleeceJacket      | Fleece jacket                   | torso | garment |  380 | 3.5 | clo.30  | torso   | fleece          | 5   | 600 | - | bare | 25 | -        | jacket fleece
        gridFleece        | Hooded grid fleece              | torso | garment |  320 | 2.5 | clo.25  | hoodtop | fleece          | 4   | 500 | - | bare | 20 | -        | jumper fleece grid hood
        thickFleece       | Thick fleece                    | torso | garment |  520 | 5   | clo.35  | torso   | fleece          | 9   | 600 | - | bare | 25 | -        | jumper fleece thick
        pileJacket        | Pile jacket                     | torso | garment |  600 | 6   | clo.40  | torso   | fleece          | 12  | 700 | - | bare | 25 | -        | jacket pile
        fleeceVest        | Fleece vest                     | torso | garment |  220 | 2   | clo.15  | vest    | fleece          | 5   | 600 | - | bare | 15 | -        | vest fleece
        woolJumper        | Wool jumper                     | torso | garment |  500 | 4   | clo.28  | torso   | wool            | 4   | 500 | - | bare | 20 | -        | jumper wool
        thickWoolJumper   | Thick wool jumper               | torso | garment |  750 | 6   | clo.35  | torso   | wool            | 7   | 500 | - | bare | 20 | -        | jumper wool thick
        woolVest          | Wool vest                       | torso | garment |  250 | 2   | clo.12  | vest    | wool            | 4   | 500 | - | bare | 15 | -        | vest wool
        sweatshirt        | Sweatshirt                      | torso | garment |  400 | 3   | clo.28  | torso   | cotton          | 3   | 300 | - | bare | 20 | -        | jumper cotton
        hoodieCotton      | Cotton hoodie                   | torso | garment |  500 | 3.5 | clo.30  | hoodtop | cotton          | 3   | 300 | - | bare | 20 | -        | jumper cotton hood
        fleeceTrousers    | Fleece trousers                 | legs  | garment |  300 | 2.5 | clo.28  | legs    | fleece          | 5   | 600 | - | bare | 60 | -        | trousers fleece
        pileTrousers      | Pile trousers                   | legs  | garment |  450 | 5   | clo.35  | legs    | fleece          | 12  | 700 | - | bare | 60 | -        | trousers pile
        woolTrousers      | Wool trousers                   | legs  | garment |  650 | 4   | clo.28  | legs    | wool            | 3   | 150 | - | bare | 60 | -        | trousers wool
        trousers          | Trekking trousers               | legs  | garment |  400 | 2   | clo.20  | legs    | syntheticFabric | 1   | 60  | - | bare | 60 | -        | trousers
        cottonTrousers    | Cotton trousers                 | legs  | garment |  550 | 2.5 | clo.25  | legs    | cotton          | 1.2 | 80  | - | bare | 60 | -        | trousers cotton
        shorts            | Shorts                          | legs  | garment |  150 | 0.6 | clo.06  | shorts  | syntheticFabric | 1   | 80  | - | bare | 60 | -        | shorts
        lightDownJacket   | Light down jacket               | torso | garment |  330 | 2.5 | loft2.5 | torso   | down            | 25  | 10  | - | bare | 20 | -        | jacket down light
        downJacket        | Down jacket                     | torso | garment |  480 | 4   | loft4   | hoodjacket | down         | 40  | 10  | - | bare | 20 | -        | jacket down
        campDownJacket    | Thick down jacket               | torso | garment |  650 | 7   | loft5   | hoodjacket | down         | 50  | 10  | - | bare | 20 | -        | jacket down thick
        expeditionParka   | Expedition down parka           | torso | garment | 1250 | 14  | loft7   | parka   | down            | 70  | 10  | - | bare | 25 | -        | parka down expedition
        downVest          | Down vest                       | torso | garment |  250 | 2   | loft3   | vest    | down            | 30  | 10  | - | bare | 15 | -        | vest down
        synthJacket       | Synthetic jacket                | torso | garment |  450 | 4.5 | loft2   | torso   | syntheticFill   | 20  | 15  | - | bare | 20 | -        | jacket synthetic
        synthJacketLight  | Synthetic jacket, thin          | torso | garment |  330 | 3   | loft1.2 | torso   | syntheticFill   | 12  | 60  | - | bare | 20 | -        | jacket synthetic light
        belayJacket       | Synthetic jacket, thick         | torso | garment |  620 | 8   | loft3.2 | hoodjacket | syntheticFill | 32  | 10  | - | bare | 20 | -       | jacket synthetic thick
        insulatedJacket   | Insulated jacket                | torso | garment |  430 | 4   | loft2   | torso   | syntheticFill   | 20  | 15  | - | bare | 20 | -        | jacket insulated
        synthVest         | Synthetic vest                  | torso | garment |  220 | 2   | loft1.6 | vest    | syntheticFill   | 16  | 30  | - | bare | 15 | -        | vest synthetic
        activeJacket      | Breathable insulated jacket     | torso | garment |  350 | 3   | loft1   | torso   | syntheticFill   | 10  | 200 | - | bare | 20 | -        | jacket active
        winterCoat        | Winter coat                     | torso | garment | 1200 | 9   | clo.60  | coat    | syntheticFill   | 15  | 40  | - | bare | 30 | -        | coat
        jacket            | Jacket                          | torso | garment |  500 | 3   | clo.35  | torso   | unsaid          | 3   | 60  | - | bare | 20 | -        | jacket
        parka             | Parka                           | torso | garment | 1500 | 10  | clo.70  | parka   | syntheticFill   | 20  | 20  | - | bare | 30 | -        | parka
        quiltedLiner      | Quilted jacket liner            | torso | garment |  300 | 3   | si.10   | torso   | syntheticFill   | 8   | 100 | - | bare | 20 | -        | jacket quilted
        poncholiner       | Poncho liner                    | torso | garment |  620 | 5   | loft1   | torso   | syntheticFill   | 10  | 60  | - | bare | 20 | -        | poncho liner
        downTrousers      | Down trousers                   | legs  | garment |  420 | 4   | loft3   | legs    | down            | 30  | 10  | - | bare | 90 | overboots | trousers down
        synthTrousers     | Insulated trousers              | legs  | garment |  430 | 5   | loft2   | legs    | syntheticFill   | 20  | 15  | - | bare | 60 | overboots | trousers synthetic insulated
        sideZipTrousers   | Insulated trousers, side zips   | legs  | garment |  480 | 5   | loft2   | legs    | syntheticFill   | 20  | 15  | - | bare | 40 | overboots | trousers synthetic sidezip
        insulatedSkirt    | Insulated skirt                 | legs  | garment |  300 | 3   | loft2   | skirt   | syntheticFill   | 20  | 15  | - | bare | 15 | overboots | skirt synthetic
        insulatedBib      | Insulated bib                   | legs  | garment |  900 | 8   | loft1.5 | bib     | syntheticFill   | 15  | 10  | 20 | bare | 120 | -      | bib synthetic
        kneeWarmers       | Knee warmers                    | legs  | garment |   90 | 0.5 | si.06   | knees   | wool            | 3   | 300 | - | bare | 60 | -        | knees
        windShirt         | Wind shirt                      | torso | garment |  110 | 0.4 | si.02   | torso   | syntheticFabric | .5  | 30  | 6 | bare | 15 | windproof | shell/shirt/jacket wind shell
        windTrousers      | Wind trousers                   | legs  | garment |  110 | 0.4 | si.02   | legs    | syntheticFabric | .5  | 30  | 6 | bare | 45 | windproof | trousers wind
        softShell         | Soft-shell jacket               | torso | garment |  520 | 3   | si.05   | torso   | syntheticFabric | 1.5 | 50  | - | bare | 20 | windproof | jacket/shell shell soft
        softShellTrousers | Soft-shell trousers             | legs  | garment |  430 | 2.5 | si.05   | legs    | syntheticFabric | 1.5 | 50  | - | bare | 60 | windproof | trousers soft shell
        shellJacket       | Shell jacket                    | torso | garment |  450 | 2   | si.03   | hoodjacket | syntheticFabric | .8 | 5  | 20 | bare | 20 | windproof | jacket/shell shell
        hardShell         | Hard-shell jacket, sturdy       | torso | garment |  600 | 3   | si.03   | hoodjacket | syntheticFabric | 1  | 5  | 20 | bare | 20 | windproof | jacket/shell shell hard
        rainJacket        | Rain jacket                     | torso | garment |  250 | 1   | si.02   | hoodjacket | syntheticFabric | .6 | 2  | 40 | bare | 20 | windproof | jacket/shell rain shell
        rubberJacket      | Coated rain jacket              | torso | garment |  700 | 4   | si.02   | hoodjacket | coated       | .8  | 0   | 100 | bare | 20 | windproof | shell/jacket coated shell
        anorak            | Anorak, tight cotton            | torso | garment |  850 | 5   | si.03   | hoodjacket | cotton       | .8  | 15  | 6 | bare | 30 | windproof | shell/jacket cotton shell
        pullover          | Shell pulk smock                | torso | garment |  600 | 3   | si.03   | hoodjacket | syntheticFabric | .8 | 15 | 6 | bare | 30 | windproof | shell smock
        shellTrousers     | Shell trousers                  | legs  | garment |  380 | 2   | si.03   | legs    | syntheticFabric | .8  | 5   | 20 | bare | 45 | windproof overboots | trousers shell
        shellBib          | Shell bib                       | legs  | garment |  550 | 3   | si.03   | bib     | syntheticFabric | .8  | 5   | 20 | bare | 90 | windproof | bib shell
        rainTrousers      | Rain trousers                   | legs  | garment |  220 | 1   | si.02   | legs    | syntheticFabric | .6  | 2   | 40 | bare | 45 | windproof overboots | trousers rain
        poncho            | Poncho                          | torso | garment |  350 | 1.5 | si.02   | poncho  | coated          | .5  | 0   | 100 | bare | 15 | windproof | poncho
        cape              | Rain cape                       | torso | garment |  250 | 1   | si.02   | poncho  | coated          | .5  | 0   | 100 | bare | 15 | windproof | poncho rain
        downSuit          | Down suit                       | torso | garment | 1800 | 20  | loft6   | hoodsuit | down           | 60  | 10  | - | bare | 180 | -      | suit down
        insulatedSuit     | Insulated suit                  | torso | garment | 1600 | 18  | loft3   | suit    | syntheticFill   | 30  | 15  | - | bare | 180 | -       | suit synthetic
        snowmobileSuit    | Padded overall                  | torso | garment | 2000 | 20  | clo.90  | hoodsuit | syntheticFill  | 20  | 5   | 40 | bare | 180 | windproof | suit overall
        fleeceSuit        | One-piece fleece                | torso | garment |  700 | 6   | clo.50  | suit    | fleece          | 5   | 600 | - | bare | 120 | -       | suit fleece
        paddedLinerSuit   | Thin padded suit                | torso | garment |  800 | 8   | loft1.2 | suit    | syntheticFill   | 12  | 60  | - | bare | 120 | -       | suit thin
        armWarmers        | Arm warmers                     | torso | garment |   80 | 0.4 | si.04   | arms    | wool            | 2   | 300 | - | bare | 15 | -        | arms
        """;
}
