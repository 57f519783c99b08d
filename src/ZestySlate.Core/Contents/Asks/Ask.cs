using ZestySlate.Core.Activities;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Editions;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.Capabilities;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Contents.Asks;

/// <summary>A question asked at the spot.</summary>
public sealed record Ask(Question Question) : Content
{
    public override SpotKind Kind => SpotKind.Question;

    public override string OwnName => Question.Prompt.FirstWords;

    public override Question Asked => Question;

    public override bool CountsWhenOpened => false;

    internal override bool Binds => true;

    internal override Content In(Copy copy) =>
        QuestionTypes.For(Question).As<IGrows>() is { } grows ? this with { Question = grows.With(Question, copy.Of) } : this;

    public override IEnumerable<Picture> Pictures => Question.Pictures;

    public override IEnumerable<string> Played => Question.Played;

    public override IEnumerable<Source> Sources => Question.Sources;

    internal override IEnumerable<Weakness> Check(Activity activity, string name)
    {
        if (Question.Prompt.IsEmpty)
        {
            var number = activity.Asked.TakeWhile(asked => !ReferenceEquals(asked.Question, Question)).Count() + 1;
            var kind = QuestionTypes.For(Question).TitleOf(Question).ToLowerInvariant();
            yield return new Weakness(true, AuthorWords.Say("questionHasNoPrompt", number, kind), "prompt");
        }

        if (Question.Pictures.Any(picture => picture.LacksAlternativeText))
        {
            yield return new Weakness(false, AuthorWords.Say("questionShowsPictureWithoutAlternative", name), "alternativeText");
        }

        if (Question.Sounds.Any(sound => sound.Transcript.Length == 0))
        {
            yield return new Weakness(false, AuthorWords.Say("questionPlaysSoundNotDescribed", name), "sound");
        }

        if (Question.Video is { Captions: "" })
        {
            yield return new Weakness(false, AuthorWords.Say("questionShowsVideoWithoutCaptions", name), "video");
        }

        if (QuestionTypes.For(Question).As<IGrows>() is { } grows && grows.NeedsOf(Question).Any(id => !IsFindable(activity, id)))
        {
            yield return new Weakness(true, AuthorWords.Say("questionHasPartWaitsSomething", name), grows.WaitsIn);
        }

        foreach (var weakness in QuestionTypes.For(Question).Check(QuestionTypes.WithoutBlanks(Question), activity.Words.Culture))
        {
            yield return weakness with
            {
                Message = AuthorWords.Say("questionIsWeak", name, weakness.Message),
            };
        }
    }

    internal override Content With(MediaSwap swap) => new Ask(Question.With(swap));

    protected override Content OverSame(Content older) => new Ask(QuestionTypes.For(older.Asked!).WithWording(older.Asked!, Question));

    /// <summary>The words of a question are told apart from those around it.</summary>
    internal override bool HasOtherWords(Content older) => false;

    internal override IEnumerable<Difference> DifferencesFrom(Content older, string name)
    {
        var was = older.Asked!;
        var family = QuestionTypes.For(was);
        if (family.WithWording(was, Question) != was)
        {
            yield return new Difference(DifferenceSort.Wording, AuthorWords.Say("wordsQuestion", name));
        }

        if (family.WithKey(was, Question) != was)
        {
            yield return new Difference(DifferenceSort.Key, AuthorWords.Say("keyOrPointsQuestion", name));
        }

        if (family.WithKey(family.WithWording(was, Question), Question) != Question)
        {
            yield return new Difference(DifferenceSort.Structure, AuthorWords.Say("partsQuestion", name));
        }
    }

    private static bool IsFindable(Activity activity, string id) =>
        activity.Trail?.StopOf(id) is not null || activity.SpotOf(id) is { Content.CountsWhenOpened: true };
}
