using ZestySlate.Core.Activities;

namespace ZestySlate.Core.Editing;

/// <summary>Sets the title.</summary>
public sealed record RenameActivity(string Title) : Edit
{
    /// <summary>The greatest length of a title, in characters.</summary>
    public const int MostCharacters = 120;

    public override string StepKey => "title";

    public override string SummaryOn(Activity activity) => $"Title «{Title.Trim()}»";

    public override Outcome<Activity> Apply(Activity activity) => Title.Trim() switch
    {
        { Length: 0 } => Outcome<Activity>.Refused("An activity needs a title; the old one is kept."),
        { Length: > MostCharacters } => Outcome<Activity>.Refused($"A title has up to {MostCharacters} characters; this one has {Title.Trim().Length}."),
        var title => activity with { Title = title },
    };
}

/// <summary>Sets the summary and the language.</summary>
public sealed record DescribeActivity(string Summary, string Language) : Edit
{
    public override string StepKey => "summary";

    public override string SummaryOn(Activity activity) => "Summary and language";

    public override Outcome<Activity> Apply(Activity activity) => activity with { Summary = Summary.Trim(), Language = Language };
}

/// <summary>Sets the rules of play.</summary>
public sealed record SetRules(Rules Rules) : Edit
{
    public override string StepKey => "rules";

    public override string SummaryOn(Activity activity) => "Rules";

    public override Outcome<Activity> Apply(Activity activity)
    {
        if (Rules.Tries is < 1)
        {
            return Outcome<Activity>.Refused("A question needs at least one try.");
        }

        if (Rules.HintCost is < 0 or > 1 || Rules.TryCosts.Any(cost => cost is < 0 or > 1))
        {
            return Outcome<Activity>.Refused("A cost lies between 0 and 100 %.");
        }

        if (Rules.PassMark is < 0 or > 100 || Rules.DistinctionMark is < 0 or > 100)
        {
            return Outcome<Activity>.Refused("A mark to pass lies between 0 and 100 %.");
        }

        if (Rules.DistinctionMark < Rules.PassMark)
        {
            return Outcome<Activity>.Refused("The distinction mark cannot lie below the pass mark.");
        }

        return activity with { Rules = Rules };
    }
}

/// <summary>Sets the look of the activity and how its kinds of spots look.</summary>
public sealed record SetLook(Look Look) : Edit
{
    public override string StepKey => "look";

    public override string SummaryOn(Activity activity) => "Look";

    public override Outcome<Activity> Apply(Activity activity) => activity with { Look = Look };
}

/// <summary>Lets learners pick scenes from a list, or not.</summary>
public sealed record SetSceneList(bool Shown) : Edit
{
    public override string SummaryOn(Activity activity) => Shown ? "List of scenes shown" : "List of scenes hidden";

    public override Outcome<Activity> Apply(Activity activity) => activity with { SceneList = Shown };
}

/// <summary>Sets what keeps a scene or spot closed, or nothing.</summary>
public sealed record SetLock(string Id, Lock? Lock) : Edit
{
    public override string StepKey => "lock " + Id;

    public override string SummaryOn(Activity activity) => Lock is null ? "Lock taken away" : "Lock";

    public override Outcome<Activity> Apply(Activity activity)
    {
        if (Lock?.Key is TypedKey { WrongCosts: < 0 })
        {
            return Outcome<Activity>.Refused("A wrong code costs nothing or some points; it earns none.");
        }

        if (activity.SceneOf(Id) is not null)
        {
            return activity.Scenes[0].Id == Id && Lock is not null
                ? Outcome<Activity>.Refused("Learners begin in the first scene, so it cannot be locked.")
                : activity.WithScene(Id, scene => scene with { Lock = Lock });
        }

        return activity.SpotOf(Id) is null
            ? Outcome<Activity>.Refused("This spot is not in the activity any more.")
            : activity.WithSpot(Id, spot => spot with { Lock = Lock });
    }
}
