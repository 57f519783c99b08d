using System.Text.RegularExpressions;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Editing;

/// <summary>Leaves out rows of questions that were begun and left empty, before it is published.</summary>
public sealed record DropBlanks : Edit
{
    public override string SummaryOn(Activity activity) => AuthorWords.Say("editEmptyRowsLeftOut");

    public override Outcome<Activity> Apply(Activity activity) => activity.WithoutBlanks();
}

/// <summary>Sets the title.</summary>
public sealed record RenameActivity(string Title) : Edit
{
    /// <summary>The greatest length of a title, in characters.</summary>
    public const int MostCharacters = 120;

    public override string StepKey => "title";

    public override string SummaryOn(Activity activity) => AuthorWords.Say("editTitle", Title.Trim());

    public override Outcome<Activity> Apply(Activity activity) =>
        Title.Trim() switch
        {
            { Length: 0 } => Outcome<Activity>.Refused(AuthorWords.Say("activityNeedsTitleOldOne")),
            { Length: > MostCharacters } => Outcome<Activity>.Refused(
                AuthorWords.Say("titleHasUpCharactersOne", MostCharacters, Title.Trim().Length)
            ),
            var title => activity with { Title = title },
        };
}

/// <summary>Sets the summary and the language.</summary>
public sealed record DescribeActivity(string Summary, string Language) : Edit
{
    public override string StepKey => "summary";

    public override string SummaryOn(Activity activity) => AuthorWords.Say("editSummaryLanguage");

    public override Outcome<Activity> Apply(Activity activity) => activity with { Summary = Summary.Trim(), Language = Language };
}

/// <summary>Sets whom it is for.</summary>
public sealed record SetAudience(Audience Audience) : Edit
{
    public override string StepKey => "audience";

    public override string SummaryOn(Activity activity) => AuthorWords.Say("editWhom");

    public override Outcome<Activity> Apply(Activity activity) =>
        Audience switch
        {
            { AgeFrom: < Audience.Youngest or > Audience.Oldest } or { AgeTo: < Audience.Youngest or > Audience.Oldest } =>
                Outcome<Activity>.Refused(AuthorWords.Say("ageLiesBetweenOldOnes", Audience.Youngest, Audience.Oldest)),
            { AgeFrom: { } from, AgeTo: { } to } when from > to => Outcome<Activity>.Refused(
                AuthorWords.Say("fromOlderThanOldAges", from, to)
            ),
            _ => activity with { Audience = Audience },
        };
}

/// <summary>Sets the rules of play.</summary>
public sealed record SetRules(Rules Rules) : Edit
{
    public override string StepKey => "rules";

    public override string SummaryOn(Activity activity) => AuthorWords.Say("editRules");

    public override Outcome<Activity> Apply(Activity activity)
    {
        if (Rules.Tries is < 1)
        {
            return Outcome<Activity>.Refused(AuthorWords.Say("questionNeedsAtLeastOne"));
        }

        if (Rules.Lives is < 1 || Rules.Goes is < 1)
        {
            return Outcome<Activity>.Refused(AuthorWords.Say("thereAtLeastOneLife"));
        }

        if (Rules.Clock is { Seconds: < Clock.Least })
        {
            return Outcome<Activity>.Refused(AuthorWords.Say("clockRunsAtLeastSeconds", Clock.Least));
        }

        if (Rules.HintCost is < 0 or > 1 || Rules.TryCosts.Any(cost => cost is < 0 or > 1))
        {
            return Outcome<Activity>.Refused(AuthorWords.Say("costLiesBetween"));
        }

        if (Rules.PassMark is < 0 or > 100 || Rules.DistinctionMark is < 0 or > 100)
        {
            return Outcome<Activity>.Refused(AuthorWords.Say("markPassLiesBetween"));
        }

        if (Rules.WatchedShare is <= 0 or > 1)
        {
            return Outcome<Activity>.Refused(AuthorWords.Say("whatWatchedVideoLiesAbove"));
        }

        if (Rules.DistinctionMark < Rules.PassMark)
        {
            return Outcome<Activity>.Refused(AuthorWords.Say("distinctionMarkCannotLieBelow"));
        }

        return activity with
        {
            Rules = Rules,
        };
    }
}

/// <summary>Sets the look of the activity and how its kinds of spots look.</summary>
public sealed record SetLook(Look Look) : Edit
{
    public override string StepKey => "look";

    public override string SummaryOn(Activity activity) => AuthorWords.Say("editLook");

    public override Outcome<Activity> Apply(Activity activity) => activity with { Look = Look };
}

/// <summary>Lets learners pick scenes from a list, or not.</summary>
public sealed record SetSceneList(bool Shown) : Edit
{
    public override string SummaryOn(Activity activity) =>
        Shown ? AuthorWords.Say("editListScenesShown") : AuthorWords.Say("editListScenesHidden");

    public override Outcome<Activity> Apply(Activity activity) => activity with { SceneList = Shown };
}

/// <summary>Sets what keeps a scene or spot closed, or nothing.</summary>
public sealed record SetLock(string Id, Lock? Lock) : Edit
{
    public override string StepKey => "lock " + Id;

    public override string SummaryOn(Activity activity) =>
        Lock is null ? AuthorWords.Say("editLockTakenAway") : AuthorWords.Say("kindOfLock");

    public override Outcome<Activity> Apply(Activity activity)
    {
        if (Lock?.Key.Refuse() is { } refusal)
        {
            return Outcome<Activity>.Refused(refusal);
        }

        if (activity.SceneOf(Id) is not null)
        {
            return activity.Scenes[0].Id == Id && Lock is not null
                ? Outcome<Activity>.Refused(AuthorWords.Say("learnersBeginInFirstScene"))
                : activity.WithScene(Id, scene => scene with { Lock = Lock });
        }

        return activity.SpotOf(Id) is null
            ? Outcome<Activity>.Refused(AuthorWords.Say("spotNotInActivityAny"))
            : activity.WithSpot(Id, spot => spot with { Lock = Lock });
    }
}

/// <summary>Sets how learners go through the activity.</summary>
public sealed record SetFlow(Flow Flow) : Edit
{
    public override string StepKey => "flow";

    public override string SummaryOn(Activity activity) => AuthorWords.Say("editWayThrough");

    public override Outcome<Activity> Apply(Activity activity) => activity with { Flow = Flow };
}

/// <summary>Sets the author's own words; an empty one goes back to that of the language.</summary>
public sealed partial record SetWording(ValueList<OwnWord> Wording) : Edit
{
    public override string StepKey => "wording";

    public override string SummaryOn(Activity activity) => AuthorWords.Say("editOwnWords");

    public override Outcome<Activity> Apply(Activity activity)
    {
        var wrong = Wording.FirstOrDefault(own => !Words.Keys.Contains(own.Key) || !Fits(own.Text));
        return wrong is not null
            ? Outcome<Activity>.Refused(AuthorWords.Say("bracesStandWhatPutIn", wrong.Text))
            : activity with
            {
                Wording = Wording.RemoveAll(own => own.Text.Trim().Length == 0),
            };
    }

    /// <summary>Braces are doubled, or hold the number of what is put in and nothing else: a width or a format could ask for millions of signs.</summary>
    private static bool Fits(string text) => Braces().IsMatch(text);

    [GeneratedRegex(@"^(?:[^{}]|\{\{|\}\}|\{[01]\})*$")]
    private static partial Regex Braces();
}

/// <summary>Sets how many of a section's questions each learner gets; null for all.</summary>
public sealed record SetDraw(string SceneId, int? Draw) : SceneEdit(SceneId)
{
    public override string StepKey => "draw " + SceneId;

    public override string SummaryOn(Activity activity) => AuthorWords.Say("editQuestionsDrawnIn", TitleOf(activity, SceneId));

    protected override Outcome<Activity> Apply(Activity activity, Scene scene) =>
        Draw < 1
            ? Outcome<Activity>.Refused(AuthorWords.Say("atLeastOneQuestionDrawn"))
            : activity.WithScene(SceneId, s => s with { Draw = Draw });
}

/// <summary>Adds several spots to a scene, such as a pasted list of questions.</summary>
public sealed record AddSpots(string SceneId, ValueList<Spot> Spots) : SceneEdit(SceneId)
{
    public override string SummaryOn(Activity activity) => AuthorWords.Say("editAddedQuestions", Spots.Count);

    protected override Outcome<Activity> Apply(Activity activity, Scene scene) =>
        Spots.Count == 0
            ? Outcome<Activity>.Refused(AuthorWords.Say("thereNothingAdd"))
            : activity.WithScene(SceneId, s =>
                Spots.Aggregate(s, (room, spot) =>
                    room with
                    {
                        Spots = room.Spots.Add(spot with { Place = Copies.FreePlace(room, Place.At(room.Backdrop, 0.5, 0.5)) }),
                    }
                )
            );
}
