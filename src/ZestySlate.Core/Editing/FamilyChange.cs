using ZestySlate.Core.Activities;
using ZestySlate.Core.Contents.Asks;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.Capabilities;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Editing;

/// <summary>A question made into one of another family, as far as its content allows.</summary>
/// <param name="Lost">What would be lost, in words; empty for nothing.</param>
/// <param name="Make">Makes it.</param>
public sealed record FamilyChange(string Lost, Func<Question> Make)
{
    /// <summary>What this question can become.</summary>
    public static IEnumerable<MadeQuestion> Of(Question question) =>
        (QuestionTypes.For(question).As<IBecomes>()?.ChangesTo(question) ?? []).Select(change => new MadeQuestion(
            change.Lost,
            Common(change.Make(), question)
        ));

    private static Question Common(Question made, Question old) =>
        made with
        {
            Prompt = old.Prompt,
            Picture = old.Picture,
            Sound = old.Sound,
            Video = old.Video,
            Hint = old.Hint,
            Explanation = old.Explanation,
            Points = old.Points,
            AllOrNothing = old.AllOrNothing,
            Bands = old.Bands,
        };
}

/// <summary>A question as it is in another family.</summary>
/// <param name="Lost">What was lost, in words; empty for nothing.</param>
/// <param name="Question">The question.</param>
public sealed record MadeQuestion(string Lost, Question Question)
{
    /// <summary>The other family's name in files.</summary>
    public string Key => QuestionTypes.For(Question).Key;

    /// <summary>Its name on screen.</summary>
    public string Title => QuestionTypes.For(Question).TitleOf(Question);
}

/// <summary>Makes a question into one of another family.</summary>
public sealed record ChangeFamily(string SpotId, string Family) : SpotEdit(SpotId)
{
    public override string SummaryOn(Activity activity) => AuthorWords.Say("editAnotherKindQuestion", NameOf(activity, SpotId));

    protected override Outcome<Activity> Apply(Activity activity, Spot spot) =>
        spot.Question is { } question && FamilyChange.Of(question).FirstOrDefault(change => change.Key == Family) is { } change
            ? activity.WithSpot(SpotId, s => s with { Content = new Ask(change.Question) })
            : Outcome<Activity>.Refused(AuthorWords.Say("questionCannotMadeIntoKind"));
}
