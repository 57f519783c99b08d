namespace ZestySlate.Core.Drafting;

/// <summary>The words by which the rules of one language go.</summary>
/// <param name="Because">Words that begin a cause.</param>
/// <param name="Therefore">Beginnings of sentences that say what the sentence before leads to.</param>
/// <param name="Is">What stands between a term and its explanation.</param>
/// <param name="Articles">What may stand before a term.</param>
/// <param name="Numbers">Numbers in words.</param>
/// <param name="Opposites">Pairs of opposites.</param>
/// <param name="First">What begins the first of several steps.</param>
/// <param name="Then">What begins the steps after it.</param>
/// <param name="Common">Long words that are not worth asking for.</param>
/// <param name="Prompts">What the questions ask.</param>
internal sealed record DraftWords(
    string[] Because,
    string[] Therefore,
    string[] Is,
    string[] Articles,
    string[] Numbers,
    (string, string)[] Opposites,
    string[] First,
    string[] Then,
    string[] Common,
    DraftPrompts Prompts
)
{
    /// <summary>The words of a language; null for one without rules.</summary>
    /// <param name="language">A language tag (BCP 47).</param>
    public static DraftWords? Of(string language) =>
        language.Split('-')[0] switch
        {
            "en" => English,
            "de" => German,
            _ => null,
        };

    private static readonly DraftWords English = new(
        ["because", "since"],
        ["so", "therefore", "that is why", "this is why", "as a result"],
        ["is called", "are called", "means", "is", "are"],
        ["a", "an", "the"],
        [.. "one two three four five six seven eight nine ten eleven twelve".Split(' ')],
        [
            ("rises", "falls"),
            ("rise", "fall"),
            ("higher", "lower"),
            ("high", "low"),
            ("warmer", "colder"),
            ("warm", "cold"),
            ("heavier", "lighter"),
            ("heavy", "light"),
            ("thicker", "thinner"),
            ("thick", "thin"),
            ("milder", "colder"),
            ("above", "below"),
            ("before", "after"),
            ("behind", "in front of"),
            ("more", "less"),
            ("increases", "decreases"),
            ("increase", "decrease"),
            ("quickly", "slowly"),
            ("faster", "slower"),
            ("larger", "smaller"),
            ("always", "never"),
            ("north", "south"),
            ("east", "west"),
            ("inside", "outside"),
            ("early", "late"),
            ("strong", "weak"),
            ("wet", "dry"),
        ],
        ["first", "at first", "to begin with"],
        ["then", "next", "after that", "finally", "at last", "in the end"],
        [
            .. "because between without through another something everything nothing anything different important however sometimes already".Split(
                ' '
            ),
        ],
        new DraftPrompts(
            "Why is this so?",
            "What fits: what is said of “{0}”?",
            "Write the missing number.",
            "Write the missing word.",
            "Is this as it was said?",
            "It is as it was said.",
            "It is not as it was said.",
            "It was said otherwise: “{0}”, not “{1}”.",
            "In which order does it happen?",
            "What was new to you in this, and where have you met it yourself?"
        )
    );

    private static readonly DraftWords German = new(
        ["weil", "da", "denn"],
        ["deshalb", "darum", "daher", "deswegen"],
        ["heißt", "heißen", "nennt man", "bedeutet", "ist", "sind"],
        ["ein", "eine", "der", "die", "das"],
        [.. "eins zwei drei vier fünf sechs sieben acht neun zehn elf zwölf".Split(' ')],
        [
            ("steigt", "fällt"),
            ("steigen", "fallen"),
            ("höher", "niedriger"),
            ("hoch", "niedrig"),
            ("wärmer", "kälter"),
            ("warme", "kalte"),
            ("warm", "kalt"),
            ("schwerer", "leichter"),
            ("schwer", "leicht"),
            ("dicker", "dünner"),
            ("dick", "dünn"),
            ("unter", "über"),
            ("oben", "unten"),
            ("vor", "hinter"),
            ("mehr", "weniger"),
            ("schnell", "langsam"),
            ("schneller", "langsamer"),
            ("größer", "kleiner"),
            ("immer", "nie"),
            ("Norden", "Süden"),
            ("Osten", "Westen"),
            ("innen", "außen"),
            ("früh", "spät"),
            ("stark", "schwach"),
            ("nass", "trocken"),
        ],
        ["zuerst", "zunächst"],
        ["dann", "danach", "anschließend", "schließlich", "zuletzt"],
        [.. "zwischen während zusammen vielleicht eigentlich natürlich verschieden wichtige manchmal deswegen".Split(' ')],
        new DraftPrompts(
            "Warum ist das so?",
            "Was passt: Was wird über “{0}” gesagt?",
            "Schreib die fehlende Zahl.",
            "Schreib das fehlende Wort.",
            "Wurde es so gesagt?",
            "Es wurde so gesagt.",
            "Es wurde nicht so gesagt.",
            "Gesagt wurde “{0}”, nicht “{1}”.",
            "In welcher Reihenfolge geschieht es?",
            "Was war dir neu, und wo ist es dir selbst schon begegnet?"
        )
    );
}

/// <summary>What drafted questions ask and say, in one language.</summary>
internal sealed record DraftPrompts(
    string Why,
    string Term,
    string Number,
    string Word,
    string Statement,
    string True,
    string False,
    string Otherwise,
    string Order,
    string Reflection
);
