namespace ZestySlate.Core.Questions;

/// <summary>What a learner answered; each family has its own form.</summary>
public abstract record Response
{
    /// <summary>The text it is, where it is one that comments can be put into; else empty.</summary>
    [System.Text.Json.Serialization.JsonIgnore]
    public virtual string Prose => "";

    /// <summary>A text of up to so many characters is commented on as a whole.</summary>
    public const int CommentedAsWhole = 40;

    /// <summary>The files that it names.</summary>
    [System.Text.Json.Serialization.JsonIgnore]
    public virtual IEnumerable<HandedFile> Handed => [];

    /// <summary>What of it a comment can be about.</summary>
    [System.Text.Json.Serialization.JsonIgnore]
    public virtual Anchoring Anchoring => Prose.Length > CommentedAsWhole ? Anchoring.Words : Anchoring.Whole;

    /// <summary>How long it plays, in seconds; 0 where it does not, or that is not known.</summary>
    [System.Text.Json.Serialization.JsonIgnore]
    public virtual double Seconds => 0;

    /// <summary>The same answer from a page that says what was changed on it: the names of parts, or of options. Families that keep nothing
    /// apart take it as it is.</summary>
    public virtual Response Touching(ValueList<string> names) => this;
}

/// <summary>What a learner gave for one part: the words in a gap, the option of a pair, the group of an item.</summary>
/// <param name="Part">The part's id.</param>
/// <param name="Value">The words typed, or the id of what was chosen.</param>
public sealed record PartAnswer(string Part, string Value);

/// <summary>A response that gives something for each part; parts with nothing are left out.</summary>
public abstract record PartsResponse : Response
{
    public ValueList<PartAnswer> Parts { get; init; } = [];

    /// <summary>The parts that were changed on the page it came from; the others stay as they are, whatever that page shows of them. Null
    /// when all of it is meant.</summary>
    public ValueList<string>? Touched { get; init; }

    public sealed override Response Touching(ValueList<string> names) =>
        this with
        {
            Touched = names
                .Select(name => name.StartsWith("part-", StringComparison.Ordinal) ? name["part-".Length..] : name)
                .ToValueList(),
        };

    /// <summary>The answer after this was given on top of another.</summary>
    internal PartsResponse Onto(PartsResponse? before) =>
        Touched is not { } touched
            ? this
            : this with
            {
                Parts = (before?.Parts ?? [])
                    .RemoveAll(part => touched.Contains(part.Part))
                    .Concat(Parts.Where(part => touched.Contains(part.Part)))
                    .ToValueList(),
                Touched = null,
            };

    /// <summary>What was given for a part; empty when nothing was.</summary>
    public string For(string part)
    {
        foreach (var answer in Parts)
        {
            if (answer.Part == part)
            {
                return answer.Value;
            }
        }

        return "";
    }

    /// <summary>Everything that was given for a part.</summary>
    public IEnumerable<string> AllFor(string part) => Parts.Where(answer => answer.Part == part).Select(answer => answer.Value);

    /// <summary>Only what was given for these parts.</summary>
    internal ValueList<PartAnswer> Only(IReadOnlySet<string> parts) => Parts.Where(answer => parts.Contains(answer.Part)).ToValueList();

    /// <summary>What was given, with the kept parts in place of what was given for them.</summary>
    internal ValueList<PartAnswer> With(PartsResponse kept) =>
        Parts.Where(answer => kept.Parts.All(part => part.Part != answer.Part)).Concat(kept.Parts).ToValueList();

    /// <summary>True when nothing was given.</summary>
    internal bool IsEmpty => Parts.All(part => part.Value.Trim().Length == 0);
}

/// <summary>What of an answer a comment can be about.</summary>
public enum Anchoring
{
    /// <summary>Nothing but the whole.</summary>
    Whole,

    /// <summary>Words of a text.</summary>
    Words,

    /// <summary>A point of a picture.</summary>
    Point,

    /// <summary>A time of a recording.</summary>
    Time,
}
