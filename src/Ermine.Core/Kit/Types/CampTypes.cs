namespace Ermine.Core.Kit;

/// <content>What is neither worn nor slept in: camp, way, safety and food. Columns: see <see cref="TypeTable"/>.</content>
internal static partial class Tables
{
    public const string Camp = """
        gasStove          | Gas stove                       | kitchen | gear |  250 | 1   | - | none | unsaid | 0 | 0 | - | fine   | 60  | shared | stove gas
        liquidStove       | Liquid-fuel stove               | kitchen | gear |  450 | 1.5 | - | none | unsaid | 0 | 0 | - | fine   | 180 | shared | stove liquid
        spiritStove       | Spirit stove                    | kitchen | gear |  150 | 0.6 | - | none | unsaid | 0 | 0 | - | fine   | 60  | shared | stove spirit
        woodStove         | Wood stove                      | kitchen | gear | 2500 | 12  | - | none | unsaid | 0 | 0 | - | coarse | 600 | shared | stove wood
        stoveBoard        | Stove board                     | kitchen | gear |  200 | 1   | - | none | unsaid | 0 | 0 | - | bare   | 10  | shared | board stove
        windscreen        | Stove windscreen                | kitchen | gear |  120 | 0.3 | - | none | unsaid | 0 | 0 | - | bare   | 20  | shared | windscreen
        fuelBottle        | Fuel, one litre in a bottle     | kitchen | gear |  920 | 1.1 | - | none | unsaid | 0 | 0 | - | fine   | 30  | shared | fuel
        gasCartridge      | Gas cartridge                   | kitchen | gear |  380 | 0.9 | - | none | unsaid | 0 | 0 | - | fine   | 20  | shared | cartridge gas
        pan               | Pan                             | kitchen | gear |  250 | 2   | - | none | unsaid | 0 | 0 | - | bare   | 10  | shared | pan
        largePan          | Large pan for snow              | kitchen | gear |  550 | 5   | - | none | unsaid | 0 | 0 | - | bare   | 10  | shared | pan large
        kettle            | Kettle                          | kitchen | gear |  300 | 1.5 | - | none | unsaid | 0 | 0 | - | bare   | 10  | shared | kettle
        mug               | Mug                             | kitchen | gear |  100 | 0.5 | - | none | unsaid | 0 | 0 | - | bare   | 5   | - | mug
        bowl              | Bowl                            | kitchen | gear |   80 | 0.6 | - | none | unsaid | 0 | 0 | - | bare   | 5   | - | bowl
        spoon             | Spoon                           | kitchen | gear |   20 | 0.1 | - | none | unsaid | 0 | 0 | - | bare   | 5   | - | spoon
        bottle            | Water bottle, one litre         | kitchen | gear |  180 | 1.2 | - | none | unsaid | 0 | 0 | - | coarse | 10  | - | bottle
        flask             | Vacuum flask, one litre         | kitchen | gear |  550 | 1.6 | - | none | unsaid | 0 | 0 | - | coarse | 10  | - | flask
        bottleCover       | Bottle cover                    | kitchen | gear |   90 | 0.6 | si.15 | none | foam | 8 | 0 | - | bare  | 10  | - | bottle cover
        reservoir         | Water bag with tube             | kitchen | gear |  200 | 0.6 | - | none | unsaid | 0 | 0 | - | bare   | 10  | - | waterbag
        peeBottle         | Pee bottle                      | kitchen | gear |  100 | 1   | - | none | unsaid | 0 | 0 | - | bare   | 10  | - | bottle pee
        foodDay           | Food for a day                  | kitchen | gear |  900 | 2   | - | none | unsaid | 0 | 0 | - | bare   | 0   | shared | food
        dryMeal           | Dry meal                        | kitchen | gear |  150 | 0.6 | - | none | unsaid | 0 | 0 | - | bare   | 0   | shared | meal
        snacks            | Snacks                          | kitchen | gear |  250 | 0.4 | - | none | unsaid | 0 | 0 | - | bare   | 0   | - | snack
        headLamp          | Head lamp                       | gear | gear |   90 | 0.3 | - | none | unsaid | 0 | 0 | - | bare   | 5   | - | lamp
        lantern           | Lantern                         | gear | gear |  150 | 0.5 | - | none | unsaid | 0 | 0 | - | bare   | 5   | shared | lantern
        batteries         | Spare cells                     | gear | gear |   80 | 0.1 | - | none | unsaid | 0 | 0 | - | fine   | 60  | - | battery
        powerBank         | Power bank                      | gear | gear |  250 | 0.3 | - | none | unsaid | 0 | 0 | - | fine   | 10  | - | powerbank
        phone             | Phone                           | gear | gear |  200 | 0.2 | - | none | unsaid | 0 | 0 | - | bare   | 5   | - | phone
        beacon            | Emergency beacon                | gear | gear |  120 | 0.2 | - | none | unsaid | 0 | 0 | - | coarse | 5   | shared | beacon
        map               | Map                             | gear | gear |   80 | 0.2 | - | none | unsaid | 0 | 0 | - | coarse | 10  | - | map
        compass           | Compass                         | gear | gear |   50 | 0.1 | - | none | unsaid | 0 | 0 | - | coarse | 10  | - | compass
        rope              | Rope, 30 m                      | gear | gear | 1600 | 5   | - | none | unsaid | 0 | 0 | - | fine   | 60  | shared | rope
        cord              | Cord                            | gear | gear |   80 | 0.3 | - | none | unsaid | 0 | 0 | - | fine   | 20  | shared | cord
        harness           | Harness                         | gear | gear |  350 | 2   | - | none | unsaid | 0 | 0 | - | fine   | 60  | overboots | harness
        iceAxe            | Ice axe                         | gear | gear |  450 | 2   | - | none | unsaid | 0 | 0 | - | coarse | 5   | - | axe ice
        axe               | Axe                             | gear | gear |  800 | 2   | - | none | unsaid | 0 | 0 | - | coarse | 5   | shared | axe
        saw               | Folding saw                     | gear | gear |  250 | 0.6 | - | none | unsaid | 0 | 0 | - | coarse | 5   | shared | saw
        shovel            | Snow shovel                     | gear | gear |  650 | 4   | - | none | unsaid | 0 | 0 | - | coarse | 20  | shared | shovel
        probe             | Avalanche probe                 | gear | gear |  300 | 1   | - | none | unsaid | 0 | 0 | - | coarse | 15  | shared | probe
        transceiver       | Avalanche transceiver           | gear | gear |  250 | 0.4 | - | none | unsaid | 0 | 0 | - | fine   | 30  | - | transceiver
        snowshoes         | Snowshoes                       | gear | gear | 1800 | 8   | - | none | unsaid | 0 | 0 | - | coarse | 90  | overboots room25 soft | snowshoe
        skis              | Skis with bindings              | gear | gear | 3200 | 15  | - | none | unsaid | 0 | 0 | - | coarse | 60  | overboots room25 soft | ski
        skins             | Climbing skins                  | gear | gear |  500 | 2   | - | none | unsaid | 0 | 0 | - | fine   | 120 | - | skin
        spikes            | Spikes for boots                | gear | gear |  400 | 0.8 | - | none | unsaid | 0 | 0 | - | fine   | 60  | overboots room25 soft | spike
        crampons          | Crampons                        | gear | gear |  850 | 2   | - | none | unsaid | 0 | 0 | - | fine   | 120 | overboots room14 stiff | crampon
        poles             | Poles                           | gear | gear |  500 | 2   | - | none | unsaid | 0 | 0 | - | coarse | 10  | - | pole
        sledge            | Sledge                          | gear | gear | 4500 | 0   | - | none | unsaid | 0 | 0 | - | coarse | 60  | - | sledge
        childSledge       | Plastic sledge                  | gear | gear | 1500 | 0   | - | none | unsaid | 0 | 0 | - | coarse | 60  | - | sledge light
        traces            | Sledge traces and belt          | gear | gear |  700 | 3   | - | none | unsaid | 0 | 0 | - | coarse | 40  | overboots | traces
        pack              | Rucksack, 70 l                  | gear | gear | 2000 | 0   | - | none | unsaid | 0 | 0 | - | coarse | 10  | - | pack
        dayPack           | Day pack                        | gear | gear |  800 | 0   | - | none | unsaid | 0 | 0 | - | coarse | 10  | - | pack day
        duffel            | Duffel                          | gear | gear | 1500 | 0   | - | none | unsaid | 0 | 0 | - | coarse | 10  | - | duffel
        dryBag            | Dry bag                         | gear | gear |   80 | 0.2 | - | none | coated | 0 | 0 | - | coarse | 15  | - | drybag
        firstAid          | First aid                       | gear | gear |  350 | 1   | - | none | unsaid | 0 | 0 | - | fine   | 20  | shared | firstaid
        blisterKit        | Blister kit                     | gear | gear |   60 | 0.2 | - | none | unsaid | 0 | 0 | - | fine   | 30  | - | firstaid blister
        lighter           | Lighter                         | gear | gear |   20 | 0   | - | none | unsaid | 0 | 0 | - | fine   | 2   | - | lighter
        matches           | Matches, waterproof             | gear | gear |   20 | 0.1 | - | none | unsaid | 0 | 0 | - | fine   | 10  | - | matches
        fireSteel         | Fire steel                      | gear | gear |   40 | 0.1 | - | none | unsaid | 0 | 0 | - | coarse | 20  | - | firesteel
        tinder            | Tinder                          | gear | gear |   30 | 0.2 | - | none | unsaid | 0 | 0 | - | coarse | 10  | - | tinder
        candle            | Candle                          | gear | gear |   60 | 0.1 | - | none | unsaid | 0 | 0 | - | fine   | 10  | - | candle
        handWarmers       | Hand warmers, a pair            | gear | gear |   50 | 0.1 | - | none | unsaid | 0 | 0 | - | coarse | 20  | - | warmer
        hotBottle         | Hot-water bottle                | gear | gear |  200 | 0.5 | - | none | unsaid | 0 | 0 | - | coarse | 20  | - | hotbottle
        knife             | Knife                           | gear | gear |  120 | 0.1 | - | none | unsaid | 0 | 0 | - | fine   | 3   | - | knife
        multiTool         | Multi-tool                      | gear | gear |  200 | 0.1 | - | none | unsaid | 0 | 0 | - | fine   | 5   | - | multitool
        repairKit         | Repair kit                      | gear | gear |  250 | 0.6 | - | none | unsaid | 0 | 0 | - | fine   | 60  | shared | repair
        padRepair         | Pad repair kit                  | gear | gear |   40 | 0.1 | - | none | unsaid | 0 | 0 | - | fine   | 300 | shared | repair pad
        whistle           | Whistle                         | gear | gear |   10 | 0   | - | none | unsaid | 0 | 0 | - | coarse | 2   | - | whistle
        brush             | Brush for snow                  | gear | gear |   80 | 0.4 | - | none | unsaid | 0 | 0 | - | coarse | 5   | - | brush
        sunCream          | Sun cream                       | gear | gear |   80 | 0.1 | - | none | unsaid | 0 | 0 | - | bare   | 20  | - | suncream
        toiletKit         | Toilet kit                      | gear | gear |  250 | 0.6 | - | none | unsaid | 0 | 0 | - | bare   | 60  | - | toilet
        thermometer       | Thermometer                     | gear | gear |   40 | 0.1 | - | none | unsaid | 0 | 0 | - | bare   | 5   | - | thermometer
        notebook          | Notebook and pencil             | gear | gear |  100 | 0.2 | - | none | unsaid | 0 | 0 | - | fine   | 10  | - | notebook
        gasMonitor        | Carbon monoxide alarm           | gear | gear |  130 | 0.3 | - | none | unsaid | 0 | 0 | - | bare   | 5   | shared | alarm
        """;
}
