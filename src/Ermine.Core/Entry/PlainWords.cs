using System.Globalization;
using Ermine.Core.Body;
using Ermine.Core.Kit;

namespace Ermine.Core.Entry;

/// <summary>The scale on which degrees are written that say no more.</summary>
public enum Degrees
{
    /// <summary>Celsius.</summary>
    Celsius,

    /// <summary>Fahrenheit.</summary>
    Fahrenheit,
}

/// <summary>
/// Reads a thing as people write it: type words, numbers with units, what a label's number speaks of, hood, collar, counts. What it cannot read it
/// names; what would move the answer it asks, and until that is answered it takes the colder side.
/// </summary>
public sealed partial class PlainWords
{
    /// <summary>Longest line, characters.</summary>
    public const int MostCharacters = 300;

    /// <summary>Most of one thing in a line.</summary>
    public const int MostOfOne = 20;

    /// <summary>Highest temperature of a label that is taken for Celsius where only “degrees” is said; warmer labels are asked.</summary>
    private const double SurelyCelsiusBelow = 0;

    /// <summary>Words of a line of which a slip or a compound is looked for: what has more of them is no thing.</summary>
    private const int MostGuesses = 10;

    private readonly string line;
    private readonly Degrees scale;
    private readonly List<PlainToken> tokens;
    private readonly HashSet<int> used = [];
    private readonly List<(int At, string Concept)> named = [];
    private readonly List<string> concepts = [];
    private readonly List<Claim> claims = [];
    private readonly List<PlainQuestion> questions = [];
    private bool? hood;
    private bool collar,
        old,
        tight;
    private double? massG,
        packedL,
        girthCm,
        thicknessMm;
    private int count = 1,
        guesses;
    private ItemType? type;

    private PlainWords(string line, Degrees scale)
    {
        (this.line, this.scale) = (line, scale);
        tokens = PlainTokens.Of(line);
    }

    /// <summary>Whether there is a word for a concept that types are known by.</summary>
    public static bool CanSay(string concept) => Sayable.Contains(concept);

    private static readonly HashSet<string> Sayable = [.. Vocabulary.Concepts];

    /// <summary>Reads a line.</summary>
    /// <param name="line">At most <see cref="MostCharacters"/> characters; what is beyond is not looked at.</param>
    /// <param name="scale">The scale of temperatures that do not name theirs.</param>
    public static PlainLine Read(string line, Degrees scale = Degrees.Celsius)
    {
        var words = new PlainWords(Digits.Folded(line.Length > MostCharacters ? line[..MostCharacters] : line), scale);
        words.ReadWords();
        words.type = words.BestType();
        if (words.type is null)
            return words.Nonsense();
        words.ReadNumbers();
        // A label decides between a summer's bag and a winter's.
        words.type = words.BestType()!;
        return words.Understood();
    }

    private PlainLine Nonsense()
    {
        var known = concepts.Count > 0;
        return new(
            null,
            null,
            line.Trim(),
            1,
            null,
            false,
            [],
            [
                new(
                    "type",
                    known
                        ? "That says what it is made of, not what it is: add a word such as jacket, socks or bag."
                        : "No word in it names a thing that Ermine knows: write it as “down bag −12 comfort 1300 g” or “thick wool socks”.",
                    []
                ),
            ],
            [
                .. tokens
                    .Where(t => t.Value is null && !Vocabulary.IsSilent(t.Text.ToLowerInvariant()))
                    .Select(t => t.Text),
            ],
            null,
            null
        );
    }

    /// <summary>Words and phrases, the longest first.</summary>
    private void ReadWords()
    {
        for (var i = 0; i < tokens.Count; i++)
        {
            if (tokens[i].Value is not null)
                continue;
            var length = Math.Min(Vocabulary.LongestPhrase, tokens.Count - i);
            for (; length >= 1; length--)
            {
                if (tokens.Skip(i).Take(length).Any(t => t.Value is not null))
                    continue;
                var phrase = string.Join(' ', tokens.Skip(i).Take(length).Select(t => t.Text.ToLowerInvariant()));
                if (Feature(phrase) || Known(i, phrase))
                {
                    for (var k = i; k < i + length; k++)
                        used.Add(k);
                    i += length - 1;
                    break;
                }
            }
            if (length >= 1)
                continue;
            var word = tokens[i].Text.ToLowerInvariant();
            if (LabelWord(word) is not null || NumberWords.Contains(word) || Vocabulary.IsSilent(word))
                used.Add(i);
            else if (
                word.Contains('-', StringComparison.Ordinal)
                && word.Split('-').Select(Vocabulary.Of).ToList() is var parts
                && parts.TrueForAll(p => p is not null)
            )
                Take(i, [.. parts.SelectMany(p => p!)]);
            else if (guesses++ < MostGuesses && Vocabulary.Guess(word) is { } guessed)
                Take(i, guessed);
        }

        void Take(int at, string[] found)
        {
            Name(at, found);
            used.Add(at);
        }
    }

    private bool Known(int at, string phrase)
    {
        if (Vocabulary.Of(phrase) is not { } found)
            return false;
        Name(at, found);
        return true;
    }

    private void Name(int at, string[] found)
    {
        concepts.AddRange(found);
        named.AddRange(found.Select(f => (at, f)));
    }

    private bool Feature(string phrase)
    {
        switch (phrase)
        {
            case "no hood"
            or "without hood"
            or "hoodless"
            or "ohne kapuze"
            or "uten hette"
            or "utan luva"
            or "sans capuche":
                hood = false;
                return true;
            case "collar"
            or "draft collar"
            or "draught collar"
            or "neck baffle"
            or "wärmekragen"
            or "varmekrage"
            or "värmekrage":
                collar = true;
                return true;
            case "old"
            or "worn"
            or "worn out"
            or "flat"
            or "used"
            or "alt"
            or "alte"
            or "alter"
            or "altes"
            or "gammel"
            or "gammal"
            or "vieux"
            or "vieille":
                old = true;
                return true;
            case "tight" or "tight fit" or "eng" or "trang" or "trång" or "serré":
                tight = true;
                return true;
            case "hooded" or "with hood" or "mit kapuze" or "med hette" or "med luva" or "avec capuche":
                hood = true;
                return true;
            default:
                return false;
        }
    }

    private static readonly HashSet<string> NumberWords =
    [
        "fill",
        "füllung",
        "fyll",
        "loft",
        "girth",
        "thick",
        "fp",
        "power",
        "adds",
        "rvalue",
        "r-value",
        "value",
        "r",
        "clo",
        "tog",
        "pair",
        "pairs",
        "x",
        "minus",
        "season",
        "seasons",
        "degree",
        "degrees",
    ];

    private static ClaimKind? LabelWord(string word) =>
        word switch
        {
            "comfort"
            or "comf"
            or "comfort:"
            or "tcomf"
            or "tcomfort"
            or "t-comf"
            or "komfort"
            or "komf"
            or "confort" => ClaimKind.Comfort,
            "limit" or "lim" or "tlim" or "tlimit" or "t-lim" or "grenze" or "grenz" or "limite" or "lower" =>
                ClaimKind.Limit,
            "extreme" or "extrem" or "ext" or "text" or "t-ext" or "ekstrem" or "extremt" or "survival" or "extrême" =>
                ClaimKind.Extreme,
            _ => null,
        };

    private ItemType? BestType()
    {
        var said = Completed();
        var head = Head();
        ItemType? best = null;
        var most = double.MinValue;
        foreach (var candidate in ItemTypes.All)
        {
            var nouns = candidate.Words[0].Split('/');
            if (!nouns.Any(said.Contains))
                continue;
            var matched = 1 + candidate.Words.Skip(1).Count(w => w.Split('/').Any(said.Contains));
            var unsaid = candidate.Words.Count - matched;
            var score = 10.0 * matched - 4 * unsaid + (nouns.Contains(head) ? 6 : 0) - Distance(candidate);
            if (score > most)
                (best, most) = (candidate, score);
        }
        return best;
    }

    /// <summary>
    /// The noun that a name is of, the last before a word such as “for” or “with”: ski socks are socks, and a hood for the quilt is a hood.
    /// </summary>
    private string? Head()
    {
        var cut = tokens.FindIndex(t =>
            t.Text.ToLowerInvariant()
                is "for"
                    or "with"
                    or "without"
                    or "für"
                    or "mit"
                    or "ohne"
                    or "til"
                    or "för"
                    or "med"
                    or "uten"
                    or "utan"
                    or "pour"
                    or "avec"
                    or "sans"
                    or "of"
                    or "de"
        );
        var nouns = named.Where(n => Nouns.Contains(n.Concept)).ToList();
        return nouns.Where(n => cut <= 0 || n.At < cut).Select(n => n.Concept).LastOrDefault()
            ?? nouns.Select(n => n.Concept).LastOrDefault();
    }

    /// <summary>What was said, and the noun that goes without saying.</summary>
    private HashSet<string> Completed()
    {
        var said = concepts.ToHashSet();
        bool Names(string concept) => Nouns.Contains(concept);
        if (said.Any(Names))
            return said;
        string? meant =
            said.Contains("liner") ? "bagliner"
            : said.Contains("fleece") || said.Contains("grid") ? "jumper"
            : said.Contains("pile") ? "jacket"
            : said.Contains("selfinflating") || said.Contains("inflatable") || said.Contains("sit") ? "pad"
            : said.Contains("rain") || said.Contains("wind") || said.Contains("waterproof") ? "shell"
            : said.Contains("felt") ? "bootliner"
            : said.Contains("rubber") ? "boot"
            : said.Contains("ice") ? "axe"
            : null;
        if (meant is not null)
            said.Add(meant);
        return said;
    }

    private static readonly HashSet<string> Nouns = [.. ItemTypes.All.SelectMany(t => t.Words[0].Split('/'))];

    /// <summary>How far what was said lies from what is usual for a type: a little for every degree and R, less for grams.</summary>
    private double Distance(ItemType candidate)
    {
        var distance = 0.0;
        var usual = candidate.Usual;
        if (claims is [var first, ..] && usual.Claims is [var own, ..])
        {
            if (IsTemperature(first.Kind) && own.Kind == ClaimKind.Comfort)
            {
                var comfort =
                    first.Value
                    + (
                        first.Kind == ClaimKind.Comfort ? 0
                        : first.Kind == ClaimKind.Extreme ? 23
                        : 6
                    );
                distance += Math.Min(8, 0.5 * Math.Abs(comfort - own.Value));
            }
            else if (first.Kind == own.Kind && first.Kind == ClaimKind.RValue)
                distance += Math.Min(6, 2 * Math.Abs(first.Value - own.Value));
        }
        if (massG is { } grams && usual.MassG > 0)
            distance += Math.Min(3, Math.Abs(Math.Log(Math.Max(1, grams) / usual.MassG)));
        return distance;
    }

    private static bool IsTemperature(ClaimKind kind) =>
        kind is ClaimKind.Comfort or ClaimKind.Limit or ClaimKind.Extreme or ClaimKind.Unspecified;

    private PlainLine Understood()
    {
        var item = Thing();
        Ask(item);
        var unread = tokens.Index().Where(t => !used.Contains(t.Index)).Select(t => t.Item.Text).ToList();
        var faults = EntryRules.Check(item);
        foreach (var fault in faults)
            questions.Add(new(fault.Field, $"{fault.Value}: {fault.Mend}", []));
        return new(
            type!.Key,
            item.Kind,
            item.Name,
            count,
            item.MassG,
            massG is not null,
            claims,
            questions,
            unread,
            item,
            faults.Count == 0 ? ItemReader.Read(item) : null
        );
    }
}
