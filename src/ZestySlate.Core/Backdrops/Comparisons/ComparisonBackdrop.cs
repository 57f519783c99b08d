using ZestySlate.Core.Activities;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Backdrops.Comparisons;

/// <summary>Two pictures of one thing, laid over each other; the learner moves the edge between them.</summary>
/// <param name="First">The picture on the left; the stage has its proportions, and places are shares of it.</param>
public sealed record ComparisonBackdrop(Picture First) : Backdrop
{
    /// <summary>The picture on the right, cut to the first one's proportions; null while none is chosen.</summary>
    public Picture? Second { get; init; }

    /// <summary>What stands at the first picture, as "1896"; empty for nothing.</summary>
    public string FirstWords { get; init; } = "";

    /// <summary>What stands at the second picture; empty for nothing.</summary>
    public string SecondWords { get; init; } = "";

    public override string KindName => AuthorWords.Say("kindOfTwoPicturesCompare");

    public override ActivityKind Alone => ActivityKind.Picture;

    public override Picture Shown => First;

    public override IEnumerable<Picture> Pictures => Second is null ? [First] : [First, Second];

    public override bool HasContent => Second is not null;

    public override string Words => string.Join(" · ", new[] { FirstWords, SecondWords }.Where(words => words.Length > 0));

    public override Backdrop With(Picture picture) => this with { First = picture };

    /// <summary>Another first picture, whatever its shape.</summary>
    public override Backdrop Taking(Picture picture) => With(picture);

    internal override Backdrop With(MediaSwap swap) => this with { First = swap.Of(First), Second = swap.OrNone(Second) };

    internal override IEnumerable<Weakness> Check(string title)
    {
        foreach (var weakness in base.Check(title))
        {
            yield return weakness;
        }

        if (Second is null)
        {
            yield return new Weakness(true, AuthorWords.Say("comparesTwoPicturesSecondNot", title), "second");
        }
        else if (Second.LacksAlternativeText)
        {
            yield return new Weakness(false, AuthorWords.Say("secondPictureHasNoAlternative", title), "second");
        }
    }
}
