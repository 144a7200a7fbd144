namespace Ermine.Core.Entry;

/// <summary>
/// The words by which people call things, each with the concept that it stands for. A concept is a word of the library of types. English, German,
/// Norwegian and Swedish, French; compounds are taken apart, and a slip of one letter is forgiven.
/// </summary>
internal static class Vocabulary
{
    /// <summary>A concept, a colon, and the words and phrases that stand for it. Several concepts are joined by a plus.</summary>
    private const string Table = """
        sleeping: sleeping
        pad: pad, pads, mat, mats, mattress, sleeping pad, sleeping mat, roll mat, sleepmat, isomatte, isomatten, matte, matten, unterlegmatte, liggeunderlag, underlag, liggunderlag, sovunderlag, matelas, tapis de sol, schlafmatte
        sit: sit, seat, sitzkissen, sitz, sitteunderlag, sitte, sitt, sittunderlag
        foam: foam, ccf, closed cell, closed-cell, eva, schaum, schaumstoff, skum, cellplast, mousse, neoprene, neopren
        inflatable: inflatable, air, airmat, blow up, blow-up, aufblasbar, aufblasbare, luft, luftmatratze, oppblåsbar, oppblåsbart, uppblåsbar, uppblåsbart, gonflable
        selfinflating: self inflating, self-inflating, selfinflating, self inflatable, selbstaufblasend, selbstaufblasbare, selvoppblåsende, självuppblåsande, autogonflant, si mat, si pad
        folding: folding, folded, foldable, accordion, z-fold, zfold, egg crate, eggcrate, faltbar, falt
        hide+reindeer: reindeer, rentierfell, reinskinn, renskinn, peau de renne
        hide+sheep: sheepskin, lammfell, schaffell, saueskinn, fårskinn, peau de mouton
        hide: hide, fell, skinn, pelt
        bag: bag, bags, sleeping bag, sleeping bags, sleepingbag, sleep sack, mummy, mummy bag, schlafsack, schlafsäcke, mumienschlafsack, sovepose, soveposer, sovsäck, sovsäckar, sac de couchage, duvet bag, sb
        overbag: overbag, over bag, outer bag, überschlafsack, ytterpose, overpose, yttersovsäck
        half: half, elephant foot, elefantenfuß
        rectangular: rectangular, blanket bag, envelope, deckenschlafsack
        quilt: quilt, quilts, top quilt, topquilt, tq, steppdecke, couette
        overquilt: overquilt, over quilt, over-quilt, outer quilt
        underquilt: underquilt, under quilt, under-quilt, uq, unterquilt, hammock underquilt
        blanket: blanket, blankets, decke, wolldecke+wool, teppe, pledd, filt, couverture
        foil: foil, emergency foil, space blanket, emergency blanket, foil blanket, rettungsdecke, redningsteppe, räddningsfilt, couverture de survie
        bagliner: sleeping bag liner, bag liner, liner bag, bag inlet, hüttenschlafsack, inlett, innenschlafsack, lakenpose, reiselakan, drap de sac
        silk: silk, seide, silke, siden, soie
        bivy: bivy, bivi, bivvy, bivouac, bivouac sack, bivy sack, bivi bag, bivvy bag, bivy bag, biwaksack, biwak, vindsekk, sursac
        barrier: vapour barrier, vapor barrier, vb, vbl, vapour-barrier, vapor-barrier, dampfsperre, dampsperre, fuktsperre, ångspärr, pare-vapeur
        top: top, tops, long sleeve, longsleeve, undershirt, oberteil, unterhemd, trøye, ulltrøye+wool, tröja, underställströja, haut, crew, halfzip, half zip
        base: base, base layer, baselayer, base layers, thermal, thermals, thermo, next to skin, unterwäsche, funktionsunterwäsche, undertøy, superundertøy, underställ, sous-vêtement, sous vêtement, first layer
        tights: tights, leggings, long johns, longjohns, john, johns, long underwear, long underpants, base bottoms, base bottom, baselayer bottoms, base layer bottoms, thermal bottoms, bottoms, unterhose, lange unterhose, longs, stillongs, långkalsonger, ullongs, collant
        set: top and tights, set, sett, sæt, top and bottom, top and bottoms, top & bottom
        tshirt: t-shirt, tshirt, tee, tee shirt, t shirt
        shirt: shirt, hemd, skjorte, skjorta, chemise
        briefs: briefs, boxers, boxer, underpants, pants under, slip, truse, bokser, kalsonger
        jumper: jumper, pullover, sweater, pulli, genser, ullgenser+wool, pull, mid layer, midlayer, sweatshirt+cotton
        jumper+hood: hoodie, hoody, hettegenser
        jacket: jacket, jackets, jkt, jacke, jacken, jakke, jakker, jacka, jackor, veste, blouson, anorak jacket, puffy+insulated, puffer+insulated, belay jacket+thick+synthetic, daunenjacke+down, dunjakke+down, dunjacka+down, doudoune+down
        vest: vest, vests, gilet, bodywarmer, weste, väst, sleeveless
        pile: pile, sherpa, high loft fleece, faserpelz
        active: active, active insulation, breathable insulated
        trousers: trousers, trouser, pants, pant, hose, hosen, bukse, bukser, byxor, pantalon, insulated pants+insulated, puffy pants+insulated, daunenhose+down, dunbukse+down, dunbyxor+down, overpants
        shorts: shorts, short pants
        skirt: skirt, rock, skjørt, kjol, jupe
        bib: bib, bibs, salopettes, salopette, dungarees, latzhose, selebukse, hängselbyxor
        parka: parka, parkas
        coat: coat, overcoat, mantel, kåpe, frakk, rock coat, manteau
        poncho: poncho, cape, rain cape+rain
        shell: shell, shells, hardshell+hard, hard shell+hard, softshell+soft, soft shell+soft, outer, windproof jacket+wind, windbreaker+wind, wind shirt+wind, windshirt+wind, wind jacket+wind, windjacke+wind, vindjakke+wind, vindjacka+wind, regenjacke+rain, regnjakke+rain, regnjacka+rain, anorak+cotton, smock+smock, skalljakke, skaljacka, ytterjakke, hardshelljacke+hard
        rain: rain, regen, regn, pluie
        wind: wind, windproof, vind, winddicht, vindtett, coupe-vent
        waterproof: waterproof, wasserdicht, vanntett, vattentät, imperméable
        soft: soft
        hard: hard
        coated: coated, pvc, oilskin
        suit: suit, onepiece, one piece, one-piece, onesie, dress, anzug
        suit+overall: overall, coverall, boiler suit, kjeledress, overall suit
        knees: knee warmers, knee pads, kniewärmer
        arms: arm warmers, sleeves, armlinge
        sock: sock, socks, socke, socken, strümpfe, sokk, sokker, strumpor, sockor, raggsokker+wool, ullsokker+wool, ullsockor+wool, wollsocken+wool, chaussettes, chaussette
        bootie: bootie, booties, booty, bootee, bootees, down slippers+down, camp slippers, hüttenschuhe, daunenschuhe+down, fußsack, tøfler, duntøfler+down, dunsockar, chaussons
        slipper: slipper, slippers
        bootliner: boot liner, boot liners, inner boot, inner boots, innerboot, innenschuh, innenschuhe, innersko, innerskor, felt liner+felt, felt liners+felt
        felt: felt, filz, filz
        insole: insole, insoles, einlegesohle, einlegesohlen, såle, såler, sula, sulor, semelles
        linerless: linerless, without liner, without liners, no liner, ohne innenschuh, uten innersko, utan innersko
        boot: boot, boots, stiefel, bergschuhe, wanderschuhe+hiking, støvler, støvel, sko, stövlar, kängor, bottes
        shoe: shoe, shoes, trainers, sneakers, schuhe, skor, chaussures
        overboot: overboot, overboots, over boot, over boots, boot cover+light, boot covers+light, überschuhe, oversko
        gaiter: gaiter, gaiters, gamaschen, gamasje, gamasjer, damasker, guêtres
        glove: glove, gloves, handschuh, handschuhe, fingerhandschuhe, hanske, hansker, handske, handskar, gants, gant
        mitten: mitten, mittens, mitt, mitts, fäustlinge, fausthandschuhe, vott, votter, ullvotter+wool, vante, vantar, moufles
        handshell: mitten shell, mitten shells, mitt shell, mitt shells, overmitt, overmitts, over mitts, overmittens, glove shell+glove, glove shells+glove, shell mittens, shell mitts, shell mitten
        polesleeve: pole sleeve, pole sleeves, pogies, pole mitts, pole mitt, bar mitts
        trigger: trigger, lobster, two finger, two and two, two-and-two, three finger
        flip: flip, convertible
        fingerless: fingerless, fingerlos, fingerløse
        wrist: wrist warmers, wristlets, pulse warmers, pulswärmer, pulsvarmere
        leather: leather, leder, skinn, lær, läder, cuir
        hat: hat, hats, beanie, beanies, toque, tuque, wool cap+wool, mütze, mützen, lue, luer, ullue+wool, mössa, mössor, bonnet, skull cap
        earflap: ear flaps, earflaps, trapper, bomber, ushanka+fur, aviator
        fur: fur, fell, pels, päls
        headband: headband, stirnband, pannebånd, pannband, bandeau, ear warmer
        cap: cap, peaked cap, ball cap, kappe, caps, keps
        balaclava: balaclava, balaclavas, balaklava, sturmhaube, finlandshette, cagoule
        hood: hood, hoods, kapuze, kapuzen, hette, luva, capuche
        tube: tube, neck tube, neck gaiter, neck warmer, neckwarmer, tube scarf, schlauchtuch, schlauchschal, halstuch, hals, halse, halsrør, halsduk, cache-cou, tour de cou
        scarf: scarf, schal, skjerf, halsduk stickad, écharpe
        mask: mask, face mask, facemask, gesichtsmaske, ansiktsmaske, ansiktsmask, masque
        nose+mask: nose guard, nose cover, nosebeard, nasenschutz, nesebeskytter
        breath+mask: heat-exchange mask, heat exchange mask, heat exchanger, breathing mask, varmeveksler
        goggles: goggles, goggle, skibrille, skibriller, skidglasögon, masque de ski
        glasses: glasses, sunglasses, glacier glasses, sonnenbrille, gletscherbrille, solbriller, solglasögon, lunettes
        helmet: helmet, helm, hjelm, hjälm, casque
        tent: tent, tents, zelt, telt, tält, tente
        tunnel: tunnel, tunneltelt
        dome: dome, kuppel
        hot+tent: hot tent, stove tent
        hot: hot
        tarp: tarp, tarps, tarpaulin, bâche
        hammock: hammock, hammocks, hängematte, hengekøye, hängmatta, hamac
        straps: straps, strap, tree straps, suspension, gurte
        sack: sack, bothy bag+emergency, storm shelter+emergency, survival bag+emergency, pump sack+pump, pump bag+pump, pumpsack+pump
        groundsheet: groundsheet, ground sheet, ground cloth, groundcloth, footprint, zeltunterlage
        pegs: pegs, stakes, tent pegs, snow pegs, heringe, plugger, pinnar
        lines: guy lines, guylines, guyline, abspannleinen, barduner
        pillow: pillow, pillows, kissen, kopfkissen, pute, kudde, oreiller
        stove: stove, kocher, brenner, kjøkken, kök, réchaud
        gas: gas
        liquid: liquid fuel, liquid-fuel, multifuel, multi fuel, petrol, white gas, gasoline, benzin, benzinkocher, bensin
        spirit: spirit, alcohol, meths, spiritus, sprit
        wood: wood, holz, ved
        board: board, stove board, kochbrett
        windscreen: windscreen, wind screen, windschutz, vindskjerm, vindskydd
        fuel: fuel, fuel bottle, brennstoff, drivstoff, bränsle, carburant
        cartridge: cartridge, gas cartridge, canister, gas canister, gaskartusche, kartusche, gassboks, gasburk
        pan: pan, pot, cook pot, saucepan, topf, gryte, kjele, kastrull, casserole
        large+pan: large pan, big pot, large pot
        kettle: kettle, wasserkessel, vannkjele, bouilloire
        mug: mug, cup, becher, tasse, kopp, kåsa, kopp, gobelet
        bowl: bowl, schüssel, skål, bol
        spoon: spoon, spork, löffel, skje, sked, cuillère
        bottle: bottle, water bottle, flasche, wasserflasche, drikkeflaske, flaske, flaska, gourde
        flask: flask, vacuum flask
        cover: cover, cosy, cozy
        waterbag: hydration, reservoir, bladder, water bag, trinkblase, drikkesystem
        pee+bottle: pee bottle
        food: food, rations, ration, essen, verpflegung, mat for dag, proviant, nourriture
        meal: meal, meals, dry meal, freeze dried, tütenessen, middag, måltid, repas
        snack: snack, snacks, chocolate, nuts, riegel, sjokolade
        lamp: lamp, head lamp, headlamp, head torch, headtorch, stirnlampe, hodelykt, pannlampa, frontale
        lantern: lantern, laterne, lykt, lykta
        battery: battery, batteries, cells, batterien, akkus, batterier
        powerbank: power bank, powerbank
        phone: phone, telephone, mobile, handy, telefon
        beacon: beacon, plb, emergency beacon, nødpeilesender, satellite messenger
        map: map, maps, karte, kart, karta, carte
        compass: compass, kompass, kompas, boussole
        rope: rope, seil, tau, rep, corde
        cord: cord, paracord, schnur, snor, cordelette
        harness: harness, klettergurt, sele
        ice: ice
        axe: axe, ax, hatchet, beil, øks, yxa, hache, ice axe+ice, eispickel+ice, isøks+ice, isyxa+ice, piolet+ice
        snow+saw: snow saw, schneesäge, snøsag, snösåg
        saw: saw, säge, sag, såg, scie
        shovel: shovel, snow shovel, schaufel, schneeschaufel, spade, snøspade, pelle
        probe: probe, avalanche probe, sonde, søkestang
        transceiver: transceiver, avalanche transceiver, lvs, skredsøker, dva
        snowshoe: snowshoe, snowshoes, snow shoes, schneeschuhe, truger, snöskor, raquettes
        ski: skis, ski, skier, skidor
        skin: skins, climbing skins, steigfelle, feller, stighudar, peaux
        spike: spikes, boot spikes, grödel, brodder, broddar
        crampon: crampon, crampons, steigeisen, stegjern, stegjärn
        pole: pole, poles, trekking poles, ski poles, stöcke, staver, stavar, bâtons
        sledge: sledge, sled, pulk, pulka, schlitten, slede, släde, traîneau
        traces: traces, sledge traces, pulk harness, zuggeschirr, drag
        pack: pack, rucksack, backpack, sekk, ryggsekk, ryggsäck, sac à dos
        day+pack: day pack, daypack, tagesrucksack, dagstursekk
        duffel: duffel, duffle, holdall, reisetasche
        drybag: dry bag, drybag, dry sack, stuff sack, packsack, pakkpose, packpåse
        firstaid: first aid, first aid kit, first-aid, erste hilfe, førstehjelp, första hjälpen, premiers secours
        blister+firstaid: blister kit, blister plasters
        blister: blister
        lighter: lighter, feuerzeug, fyrtøy, tändare, briquet
        matches: matches, streichhölzer, fyrstikker, tändstickor, allumettes
        firesteel: fire steel, firesteel, ferro rod, feuerstahl, tennstål, eldstål
        tinder: tinder, firelighter, zunder, opptenning, amadou
        candle: candle, candles, kerze, stearinlys, ljus, bougie
        warmer: hand warmer, hand warmers, handwärmer, håndvarmer, handvärmare, chaufferettes
        hotbottle: hot water bottle, hot-water bottle, wärmflasche, varmeflaske, bouillotte
        knife: knife, messer, kniv, couteau
        multitool: multitool, multi-tool, multi tool
        repair: repair kit, repair, flickzeug, reparaturset, reparasjonssett
        whistle: whistle, pfeife, fløyte, visselpipa, sifflet
        brush: brush, bürste, kost, børste, borste, brosse
        suncream: sun cream, suncream, sunscreen, sun screen, sonnencreme, solkrem, solkräm
        toilet: toilet kit, toiletries, wash kit, toothbrush, toilet paper, toilettenpapier, dopapir
        thermometer: thermometer, termometer
        notebook: notebook, notizbuch, notatbok
        alarm: co alarm, carbon monoxide alarm, co detector
        down: down, goose, duck, daune, daunen, dun, duvet, plumes, downfilled, down-filled, goose down, duck down
        treated: treated down, hydrophobic, water resistant down, water-resistant down
        synthetic: synthetic, synth, synthetics, syn, polyester, poly, kunstfaser, synthetik, synthetisk, synthétique, syntet, fiber, nylon, synthetic fill
        wool: wool, woollen, woolen, merino, wolle, ull, laine, lambswool
        fleece: fleece, polar fleece, flis, polaire
        grid: grid, waffle
        cotton: cotton, baumwolle, bomull, coton, canvas, moleskin
        flannel: flannel, flanell
        mesh: mesh, string, fishnet, netting, netz
        quilted: quilted
        insulated: insulated, padded, isoliert, wattiert, isolert, vattert, isolerad, fôret, fodrad
        thick: thick, heavy, heavyweight, midweight, chunky, dick, dicke, dicker, dickes, tykk, tykke, tjock, tjocka, épais, épaisses, warm, extra warm, very warm
        thin: thin, lightweight, dünn, dünne, dünner, dünnes, tynn, tynne, tunn, tunna, fin, fines, mince
        light: light, ultralight, ul, leicht, leichte, leichter, lett, lätt, léger, légère
        long: long, lange, lang, hohe, knee high, høye
        short: short, torso length, 3/4, three quarter, three-quarter, 3/4-length, kurz, kurze, kort, court
        narrow: narrow, slim, schmal, schmale, smal
        summer: summer, sommer, sommar, été
        winter: winter, vinter, hiver
        expedition: expedition, deep cold, arctic, polar, ekspedisjon
        liner: liner, liners, inner, futter, innen, inner liner, undergloves
        one: solo, one person, 1 person, 1p, ettmanns
        heated: heated, beheizt, beheizte, oppvarmet
        rubber: rubber, gummi, gummistiefel+boot, gummistøvler+boot, gummistövlar+boot, caoutchouc, wellies+boot, wellingtons+boot
        hiking: hiking, walking, trekking, trail
        mountain: mountain, mountaineering, alpine, berg, fjell
        double: double boots+boot, double
        air+boot: air boots, sealed air boots, air boot
        mukluk+boot: mukluk, mukluks
        sidezip: side zip, side zips, side-zip, full zip
        sole: sole, soled, with sole
        emergency: emergency
        """;

    /// <summary>Words that say nothing about the answer: articles, who for, colours, sizes.</summary>
    private const string Said = """
        a an the my our his her of for in on to with and or plus some new own size small medium large regular reg xl xxl xs men mens men's women womens women's ladies unisex kids
        ca approx about around circa roughly weight weighs weigh mass total packed rated rating temp temperature label labelled old-style brand
        ein eine einen mein meine der die das mit und aus für von alt-neu en et min mitt med og och av un une le la les mon ma avec de du
        red blue green black white grey gray yellow orange purple pink brown navy olive tan teal beige rot blau grün schwarz weiß grau gelb blå rød svart grønn gul grå röd grön vit rouge bleu vert noir
        left right spare second extra usual normal ordinary plain standard night day camp sleep sleeping good nice cheap each
        """;

    private static readonly Dictionary<string, string[]> Words = [];
    private static readonly HashSet<string> Silent =
    [
        .. Said.Split((char[])[' ', '\n'], StringSplitOptions.RemoveEmptyEntries),
    ];
    private static readonly ILookup<int, string> ByLength;

    static Vocabulary()
    {
        foreach (var line in Table.Split('\n'))
        {
            var colon = line.IndexOf(':', StringComparison.Ordinal);
            var concepts = line[..colon].Trim().Split('+');
            foreach (var word in line[(colon + 1)..].Split(',', StringSplitOptions.TrimEntries))
            {
                var parts = word.Split('+');
                Words.TryAdd(parts[0], [.. concepts, .. parts.Skip(1)]);
            }
        }
        LongestPhrase = Words.Keys.Max(w => w.Count(c => c == ' ') + 1);
        ByLength = Words.Keys.Where(w => !w.Contains(' ', StringComparison.Ordinal)).ToLookup(w => w.Length);
    }

    /// <summary>Words of the longest phrase.</summary>
    public static int LongestPhrase { get; }

    /// <summary>Every concept that some word stands for.</summary>
    public static IEnumerable<string> Concepts => Words.Values.SelectMany(c => c).Distinct();

    /// <summary>Whether a word is common and says nothing about the answer.</summary>
    public static bool IsSilent(string word) => Silent.Contains(word);

    /// <summary>What a word or phrase in lower case stands for; null where it is not known as it is written.</summary>
    public static string[]? Of(string word) => Words.GetValueOrDefault(word);

    /// <summary>What a single word stands for that is a compound or has a slip in it; null where it is unknown.</summary>
    public static string[]? Guess(string word) => Compound(word) ?? Slip(word);

    private static string[]? Compound(string word)
    {
        for (var cut = word.Length - 3; cut >= 3; cut--)
        {
            if (Of(word[cut..]) is not { } tail)
                continue;
            var head = word[..cut];
            foreach (var end in (string[])["", "s", "n", "en", "e", "-"])
            {
                if (
                    head.EndsWith(end, StringComparison.Ordinal)
                    && (Of(head[..^end.Length]) ?? (head.Length > 6 ? Compound(head[..^end.Length]) : null))
                        is { } begins
                )
                    return [.. begins, .. tail];
            }
        }
        return null;
    }

    /// <summary>The one word within a slip or, of long words, two.</summary>
    private static string[]? Slip(string word)
    {
        if (word.Length < 4)
            return null;
        var most = word.Length >= 8 ? 2 : 1;
        string? found = null;
        var least = most + 1;
        for (var length = word.Length - most; length <= word.Length + most; length++)
        {
            foreach (var known in ByLength[length])
            {
                if (known.Length < 4)
                    continue;
                var distance = Distance(word, known, least);
                if (distance < least || distance == least && distance <= most && Same(known, found))
                    (found, least) = (known, distance);
                else if (distance == least && distance <= most)
                    found = null;
            }
        }
        return found is null ? null : Words[found];

        static bool Same(string a, string? b) => b is not null && Words[a].SequenceEqual(Words[b]);
    }

    /// <summary>Letters to change, leave out, put in or turn over; more than the limit where it is not below it.</summary>
    private static int Distance(string a, string b, int limit)
    {
        Span<int> before = stackalloc int[b.Length + 1];
        Span<int> last = stackalloc int[b.Length + 1];
        Span<int> row = stackalloc int[b.Length + 1];
        for (var j = 0; j <= b.Length; j++)
            last[j] = j;
        for (var i = 1; i <= a.Length; i++)
        {
            row[0] = i;
            var least = i;
            for (var j = 1; j <= b.Length; j++)
            {
                var cost = a[i - 1] == b[j - 1] ? 0 : 1;
                row[j] = Math.Min(Math.Min(row[j - 1], last[j]) + 1, last[j - 1] + cost);
                if (i > 1 && j > 1 && a[i - 1] == b[j - 2] && a[i - 2] == b[j - 1])
                    row[j] = Math.Min(row[j], before[j - 2] + 1);
                least = Math.Min(least, row[j]);
            }
            if (least > limit)
                return least;
            last.CopyTo(before);
            row.CopyTo(last);
        }
        return last[b.Length];
    }
}
