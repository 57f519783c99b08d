using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops.Pages;
using ZestySlate.Core.Delivery;

namespace ZestySlate.Core.Tests.Delivery;

/// <summary>An activity as its author prints it.</summary>
public sealed class OnPaperTests
{
    private static readonly Activity Locked = Make.Tour(
        Make.Scene("a", Make.Note("n"), Make.Asked("q", Make.One()) with { Lock = Make.Code("1234") }),
        Make.Scene("b", Make.Asked("r", Make.Several("a", "c")), Make.Jump("ba", "a")) with
        {
            Lock = Make.Code("9"),
        }
    ) with
    {
        Rules = new Rules
        {
            Clock = new Clock(ClockFor.Whole, 60),
            Lives = 3,
            Reveal = new Reveal { RightAnswer = RevealMoment.Never, RightOrWrong = RevealMoment.Never },
        },
        Flow = new Flow { Way = Way.InOrder, ShuffleOptions = true },
    };

    private static IEnumerable<AskView> Asks(LearnerView view) =>
        view.Scenes.SelectMany(scene => scene.Spots).Select(spot => spot.Ask).OfType<AskView>();

    [Fact]
    public void The_worksheet_has_every_question_whatever_locks_it_and_no_answer()
    {
        var sheet = OnPaper.Worksheet(Locked);
        Assert.Equal(["a", "b"], sheet.Scenes.Select(scene => scene.Id));
        Assert.Equal(["q", "r"], Asks(sheet).Select(ask => ask.SpotId));
        Assert.All(Asks(sheet), ask => Assert.Equal((false, null), (ask.HasAnswer, ask.Explanation)));
        Assert.Null(sheet.Start);
        Assert.Null(sheet.Play);
    }

    [Fact]
    public void The_key_has_the_reason_for_each_right_answer_whatever_learners_are_shown()
    {
        var key = OnPaper.Key(Locked);
        Assert.Equal("Because of the wind.", Asks(key).First().Explanation);
        Assert.All(Asks(key), ask => Assert.True(ask.Closed));
    }

    [Fact]
    public void Numbers_go_on_over_the_whole_sheet_on_pictures_for_every_spot_on_pages_for_questions()
    {
        var sheet = OnPaper.Worksheet(
            Make.Tour(
                Make.Scene("a", Make.Note("n"), Make.Asked("q", Make.One())),
                Make.Scene("p", Make.Note("m"), Make.Asked("r", Make.One()), Make.Asked("s", Make.One())) with
                {
                    Backdrop = new PageBackdrop(default),
                },
                Make.Scene("b", Make.Note("o"))
            )
        );
        Assert.Equal(
            [("n", 1), ("q", 2), ("m", null), ("r", 3), ("s", 4), ("o", (int?)5)],
            sheet.Scenes.SelectMany(scene => scene.Spots).Select(spot => (spot.Id, spot.Number))
        );
        Assert.Equal(["1", "2"], sheet.Scenes[0].Spots.Select(spot => spot.Sign.Words));
    }

    [Fact]
    public void Spots_are_numbered_in_reading_order_and_none_is_hidden()
    {
        var numbered = OnPaper.Numbered(Locked, Locked.Scenes[0]);
        Assert.Equal(["1", "2"], numbered.Spots.Select(spot => spot.Sign.Words));
        Assert.All(numbered.Spots, spot => Assert.Equal((SignForm.Words, null), (spot.Sign.Form, spot.Lock)));
    }
}
