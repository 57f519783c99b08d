using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops.Pages;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Contents.Decorations;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Editions;

namespace ZestySlate.Core.Tests.Delivery;

/// <summary>What is only looked at: on the backdrop, and nowhere else.</summary>
public sealed class DecorationTests
{
    private static Spot Words(string id = "d", string? words = "The garden in July") =>
        new()
        {
            Id = id,
            Place = new AtPoint(0.2, 0.2),
            Sign = new Sign { Form = SignForm.Words, Words = words },
            Content = new Decoration(),
        };

    [Fact]
    public void It_stands_apart_from_what_can_be_opened_and_counts_for_nothing()
    {
        var view = new Attempt(Make.Activity(Words(), Make.Note("n"))).View();
        Assert.Equal(["n"], view.Scene().Spots.Select(spot => spot.Id));
        Assert.Equal("The garden in July", Assert.Single(view.Scene().Decorations).Sign.Words);
        Assert.Equal((0, 1), (view.Progress.Opened, view.Progress.Spots));

        var done = new Attempt(Make.Activity(Words(), Make.Note("n"))).Open("n").View();
        Assert.Equal((1, 1), (done.Progress.Opened, done.Progress.Spots));
    }

    [Fact]
    public void Locked_it_is_not_there_until_it_opens()
    {
        var activity = Make.Activity(Words() with { Lock = Make.Code("gale") }, Make.Note("n"));
        Assert.Empty(new Attempt(activity).View().Scene().Decorations);
        Assert.Single(SceneView.ForAuthor(activity, activity.Scenes[0]).Decorations);
    }

    [Fact]
    public void On_paper_it_has_no_number()
    {
        var activity = Make.Activity(Words(), Make.Note("n"));
        Assert.Equal(1, OnPaper.Numbered(activity, activity.Scenes[0]).Spots.Single().Number);
    }

    [Fact]
    public void A_page_has_no_place_for_one()
    {
        var activity = Make.Activity(Words(), Make.Note("n"));
        var page = new SetBackdrop("scene", new PageBackdrop(new RichText())).Apply(activity).Value;
        Assert.Empty(new Attempt(page).View().Scene().Decorations);
    }

    [Fact]
    public void Alone_it_is_nothing_to_publish_and_beside_a_spot_it_hides_nothing()
    {
        Assert.Contains(ReadyCheck.Run(Make.Activity(Words())), finding => finding is { Blocks: true, Field: "stage" });
        Assert.Empty(ReadyCheck.Run(Make.Activity(Words(), Make.Note("n"))));
        Assert.Contains(ReadyCheck.Run(Make.Activity(Words("d", " "), Make.Note("n"))), finding =>
            finding is { Blocks: false, SpotId: "d", Field: "sign" }
        );
    }

    [Fact]
    public void One_more_or_less_reaches_attempts_at_work()
    {
        var older = Make.Activity(Make.Note("n"));
        var newer = Make.Activity(Make.Note("n"), Words());
        Assert.Contains(EditionMerge.WithWording(older, newer).Spots, spot => spot.Id == "d");
    }

    [Theory]
    [InlineData(SignForm.Words, null, SignForm.Symbol)]
    [InlineData(SignForm.Words, " ", SignForm.Symbol)]
    [InlineData(SignForm.Words, "N", SignForm.Words)]
    [InlineData(SignForm.Picture, "N", SignForm.Symbol)]
    [InlineData(SignForm.Unseen, null, SignForm.Unseen)]
    public void A_sign_whose_words_or_picture_are_to_come_is_seen_by_its_symbol(SignForm form, string? words, SignForm seen) =>
        Assert.Equal(seen, new Sign { Form = form, Words = words }.Seen);

    [Fact]
    public void A_sign_with_its_picture_is_seen_by_it() =>
        Assert.Equal(SignForm.Picture, new Sign { Form = SignForm.Picture, Picture = Make.Picture() }.Seen);
}
