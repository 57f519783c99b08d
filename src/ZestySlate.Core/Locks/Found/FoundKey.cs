using System.Text.Json.Serialization;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.Capabilities;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Locks.Found;

/// <summary>Things found: spots that were opened, scenes that were visited, parts of questions that were found.</summary>
/// <param name="SpotIds">The spots.</param>
/// <param name="AtLeast">How many of all are enough; 0 for all.</param>
public sealed record FoundKey(ValueList<string> SpotIds, int AtLeast = 0) : LockKey
{
    /// <summary>The scenes.</summary>
    public ValueList<string> SceneIds { get; init; } = [];

    /// <summary>The parts.</summary>
    public ValueList<FoundPart> Parts { get; init; } = [];

    /// <summary>How many there are to find.</summary>
    [JsonIgnore]
    public int Count => SpotIds.Count + SceneIds.Count + Parts.Count;

    /// <summary>How many must be found.</summary>
    [JsonIgnore]
    public int Enough => AtLeast <= 0 || AtLeast > Count ? Count : AtLeast;

    public override string WordsKey => "lockFound";

    public override decimal Needed => Enough;

    public override string? NearnessKey => Enough > 1 ? "foundSoFar" : null;

    public override IEnumerable<string> DependsOn => SpotIds.Concat(Parts.Select(part => part.SpotId));

    internal override decimal Has(AttemptState state) =>
        Found(state.OpenedSpots.Contains, state.HasBeenIn, part => part.IsFoundIn(state.QuestionOf(part.SpotId)));

    internal override bool OpensWith(IOpening there) =>
        Count > 0 && Found(there.HasOpened, there.HasVisited, part => part.IsFoundIn(there.QuestionOf(part.SpotId))) >= Enough;

    internal override bool CanOpenWith(IReach reach) =>
        Count > 0 && Found(id => reach.SpotOf(id) is not null, reach.HasScene, part => part.Names(reach.SpotOf(part.SpotId))) >= Enough;

    internal override string? Weakness(Activity activity) =>
        Count == 0 ? AuthorWords.Say("nothingChosenMustFound")
        : Found(
            id => activity.SpotOf(id) is not null,
            id => activity.SceneOf(id) is not null,
            part => part.Names(activity.SpotOf(part.SpotId))
        ) < Enough
            ? AuthorWords.Say("somethingMustFoundWasDeleted")
        : null;

    internal override LockKey In(Copy copy) =>
        this with
        {
            SpotIds = SpotIds.Select(copy.Of).ToValueList(),
            SceneIds = SceneIds.Select(copy.Of).ToValueList(),
            Parts = Parts.Select(part => part with { SpotId = copy.Of(part.SpotId) }).ToValueList(),
        };

    private int Found(Func<string, bool> spot, Func<string, bool> scene, Func<FoundPart, bool> part) =>
        SpotIds.Count(spot) + SceneIds.Count(scene) + Parts.Count(part);
}

/// <summary>A part of a question that is found, as a place on a board.</summary>
/// <param name="SpotId">The question.</param>
/// <param name="Part">The part.</param>
public sealed record FoundPart(string SpotId, string Part)
{
    /// <summary>Whether it was found: in a try, or in a step of one that goes on.</summary>
    internal bool IsFoundIn(QuestionState? question) =>
        question is not null
        && question.Tries.Select(done => done.Mark).Append(question.StepMark).Any(mark => mark?.Of(Part)?.Verdict == Verdict.Right);

    /// <summary>Whether the spot asks for such a part.</summary>
    internal bool Names(Spot? spot) =>
        spot?.Question is { } asked && QuestionTypes.For(asked).As<IFinds>()?.FindsOf(asked).Any(find => find.Part == Part) == true;
}
