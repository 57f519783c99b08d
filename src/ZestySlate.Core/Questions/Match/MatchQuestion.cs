using System.Text.Json.Serialization;

namespace ZestySlate.Core.Questions.Match;

/// <summary>Things to which their counterparts are matched.</summary>
public sealed record MatchQuestion : Question
{
    /// <summary>What belongs together. Several pairs may share a counterpart: it is then offered once.</summary>
    public ValueList<MatchPair> Pairs { get; init; } = [];

    /// <summary>Counterparts that belong to nothing.</summary>
    public ValueList<MatchExtra> Extras { get; init; } = [];

    [JsonIgnore]
    public override IEnumerable<PartFace> Faces =>
        Pairs
            .SelectMany(
                (pair, i) =>
                    new[]
                    {
                        new PartFace(pair.Id + "-left", $"{i + 1} left {pair.Left.Text}", pair.Left),
                        new PartFace(pair.Id + "-right", $"{i + 1} right {pair.Right.Text}", pair.Right),
                    }
            )
            .Concat(Extras.Select((extra, i) => new PartFace(extra.Id, $"extra {i + 1} {extra.Face.Text}", extra.Face)));

    public override Question WithFace(string key, Func<Face, Face> change) =>
        this with
        {
            Pairs = Pairs
                .Replace(pair => key == pair.Id + "-left", pair => pair with { Left = change(pair.Left) })
                .Replace(pair => key == pair.Id + "-right", pair => pair with { Right = change(pair.Right) }),
            Extras = Extras.Replace(extra => extra.Id == key, extra => extra with { Face = change(extra.Face) }),
        };

    /// <summary>The counterpart that an id means: that of a pair, or an extra one; null when there is none.</summary>
    public Face? FaceOf(string id) =>
        Pairs.FirstOrDefault(pair => pair.RightId == id)?.Right ?? Extras.FirstOrDefault(extra => extra.Id == id)?.Face;

    /// <summary>What can be chosen: every counterpart once, with the id it has in the first pair that has it.</summary>
    [JsonIgnore]
    public ValueList<(string Id, Face Face)> Options
    {
        get
        {
            var options = new List<(string Id, Face Face)>();
            foreach (
                var (id, face) in Pairs
                    .Select(pair => (Id: pair.RightId, pair.Right))
                    .Concat(Extras.Select(extra => (extra.Id, extra.Face)))
            )
            {
                if (!face.IsEmpty && !options.Any(option => option.Face.LooksLike(face)))
                {
                    options.Add((id, face));
                }
            }

            return options.ToValueList();
        }
    }
}

/// <summary>A thing and its counterpart.</summary>
public sealed record MatchPair
{
    /// <summary>Unique in the question.</summary>
    public required string Id { get; init; }

    public Face Left { get; init; } = new();

    public Face Right { get; init; } = new();

    /// <summary>The id of its counterpart among what can be chosen; no relation to the pair's own, so that it tells nothing.</summary>
    public string RightId { get; init; } = Ids.New();

    /// <summary>Its weight among the pairs, above 0.</summary>
    public decimal Weight { get; init; } = 1;

    /// <summary>Words for the learner once it is marked.</summary>
    public string Feedback { get; init; } = "";
}

/// <summary>A counterpart that belongs to nothing.</summary>
public sealed record MatchExtra
{
    public required string Id { get; init; }

    public Face Face { get; init; } = new();
}

/// <summary>For each pair the id of the counterpart that was chosen.</summary>
public sealed record MatchResponse : PartsResponse;

/// <summary>What a learner may see of a match.</summary>
/// <param name="Pairs">The things, in a new order.</param>
/// <param name="Options">The counterparts to choose from, in a new order.</param>
public sealed record MatchView(ValueList<MatchPairView> Pairs, ValueList<ChoiceView> Options) : QuestionView;

/// <summary>What a learner may see of one of the things.</summary>
public sealed record MatchPairView(string Id, Face Left, string Chosen, bool Kept, PartSaid Said, string Right);

/// <summary>Something to choose.</summary>
public sealed record ChoiceView(string Id, Face Face);
