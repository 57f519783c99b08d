using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops.Pictures;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Contents.Callouts;
using ZestySlate.Core.Contents.Notes;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.Locating;
using ZestySlate.Core.Questions.MultipleChoice;
using ZestySlate.Core.Questions.Placing;
using ZestySlate.Core.Scenes;

namespace ZestySlate.Core.Tests.Checking;

public sealed class ReadyCheckTests
{
    private static Finding Only(Activity activity) => Assert.Single(ReadyCheck.Run(activity));

    private static Finding OnlyOf(MultipleChoiceQuestion question) => Only(Make.Activity(Make.Asked("q", question)));

    [Fact]
    public void A_finished_activity_has_no_findings() =>
        Assert.Empty(ReadyCheck.Run(Make.Activity(Make.Note("n"), Make.Asked("q", Make.One()))));

    [Fact]
    public void An_activity_without_spots_cannot_be_published()
    {
        var finding = Only(Make.Activity());
        Assert.True(finding.Blocks);
        Assert.Equal("stage", finding.Field);
    }

    [Fact]
    public void A_picture_without_alternative_text_is_advised_with_the_field_that_mends_it()
    {
        var bare = new SetBackdrop("scene", new PictureBackdrop(Make.Picture(""))).Apply(Make.Activity(Make.Note("n"))).Value;
        var finding = Only(bare);
        Assert.False(finding.Blocks);
        Assert.Equal(("scene", "alternativeText"), (finding.SceneId, finding.Field));
    }

    [Fact]
    public void A_decorative_picture_needs_no_alternative_text() =>
        Assert.Empty(
            ReadyCheck.Run(
                new SetBackdrop("scene", new PictureBackdrop(Make.Picture("") with { Decorative = true }))
                    .Apply(Make.Activity(Make.Note("n")))
                    .Value
            )
        );

    [Fact]
    public void A_question_without_a_right_answer_cannot_be_published()
    {
        var finding = OnlyOf(Make.One("none"));
        Assert.True(finding.Blocks);
        Assert.Equal("The question “Which one?” has no right answer: tick the option that is right.", finding.Message);
        Assert.Equal("q", finding.SpotId);
    }

    [Fact]
    public void None_may_be_right_where_none_of_these_is_offered() =>
        Assert.Empty(ReadyCheck.Run(Make.Activity(Make.Asked("q", Make.Several() with { OffersNone = true }))));

    [Fact]
    public void Options_without_words_block() =>
        Assert.Contains(
            "an option without words",
            OnlyOf(Make.One() with { Options = Make.One().Options.Insert(0, new Option { Id = "x" }) }).Message
        );

    [Fact]
    public void One_option_is_no_choice() =>
        Assert.Contains("fewer than two options", OnlyOf(Make.One() with { Options = [Make.Option("a", true)] }).Message);

    [Fact]
    public void The_same_words_twice_are_advised() =>
        Assert.Contains(
            "twice",
            OnlyOf(Make.One() with { Options = [Make.Option("a", true), Make.Option("a") with { Id = "b" }] }).Message
        );

    [Fact]
    public void Only_right_options_are_advised() => Assert.Contains("only right options", OnlyOf(Make.Several("a", "b", "c", "d")).Message);

    [Fact]
    public void Ticking_everything_for_full_points_is_advised() =>
        Assert.Equal("penalty", OnlyOf(Make.Several("a", "b") with { Penalty = 0 }).Field);

    [Fact]
    public void A_question_without_a_prompt_blocks_and_is_named_by_its_number()
    {
        var bare = Make.One() with { Prompt = default };
        Assert.Equal("prompt", OnlyOf(bare).Field);
        var findings = ReadyCheck.Run(
            Make.Activity(Make.Asked("a", Make.One()), Make.Asked("b", bare), Make.Asked("c", Make.One() with { Prompt = default }))
        );
        Assert.Equal(
            ["Question 2 (multiple choice) has no prompt.", "Question 3 (multiple choice) has no prompt."],
            findings.Where(finding => finding.Field == "prompt").Select(finding => finding.Message)
        );
    }

    [Fact]
    public void An_empty_note_and_an_empty_callout_block()
    {
        Assert.True(
            Only(
                Make.Activity(
                    new Spot
                    {
                        Id = "n",
                        Place = new AtPoint(0, 0),
                        Content = new Note(),
                    }
                )
            ).Blocks
        );
        Assert.True(
            Only(
                Make.Activity(
                    new Spot
                    {
                        Id = "c",
                        Place = new AtPoint(0, 0),
                        Content = new Callout(""),
                    }
                )
            ).Blocks
        );
    }

    [Fact]
    public void A_note_without_a_title_is_advised() =>
        Assert.False(
            Only(
                Make.Activity(
                    new Spot
                    {
                        Id = "n",
                        Place = new AtPoint(0, 0),
                        Content = new Note { Text = RichText.Plain("words") },
                    }
                )
            ).Blocks
        );

    [Fact]
    public void A_pass_mark_that_cannot_be_reached_blocks() =>
        Assert.Equal("passMark", Only(Make.Activity(Make.Note("n")) with { Rules = new Rules { PassMark = 50 } }).Field);

    [Fact]
    public void Two_spots_on_one_place_are_advised() =>
        Assert.Contains("lie on one place", Only(Make.Activity(Make.Note("n", "One"), Make.Note("m", "Two"))).Message);

    [Fact]
    public void What_blocks_stands_before_what_advises()
    {
        var findings = ReadyCheck.Run(
            new SetBackdrop("scene", new PictureBackdrop(Make.Picture(""))).Apply(Make.Activity(Make.Asked("q", Make.One("none")))).Value
        );
        Assert.Equal([true, false], findings.Select(finding => finding.Blocks));
    }

    [Theory]
    [InlineData("#f5f0a0", "light")]
    [InlineData("#1b2a30", "dark")]
    public void An_accent_that_is_hard_to_see_is_named_with_what_is_shown_instead(string accent, string ground)
    {
        var activity = Make.Activity(Make.Note("n"));
        var finding = Only(activity with { Look = activity.Look with { Accent = accent } });
        Assert.Equal((false, "accent"), (finding.Blocks, finding.Field));
        Assert.Contains($"on {ground} ground", finding.Message, StringComparison.Ordinal);
        Assert.Contains("3 to 1 is needed", finding.Message, StringComparison.Ordinal);
        Assert.Matches("shown there in #[0-9a-f]{6}", finding.Message);
    }

    [Fact]
    public void An_accent_that_can_be_seen_on_both_grounds_is_not_named() =>
        Assert.Empty(
            ReadyCheck.Run(
                Make.Activity(Make.Note("n")) is var activity ? activity with { Look = activity.Look with { Accent = "#4d7f86" } } : null!
            )
        );

    [Theory]
    [InlineData(0.03, 0.2, false)]
    [InlineData(0.029, 0.2, true)]
    [InlineData(0.2, 0.029, true)]
    public void An_area_is_too_small_for_a_finger_below_the_least_width_or_height(double width, double height, bool small) =>
        Assert.Equal(small, new RectangleArea(0.4, 0.4, width, height).IsTooSmall);

    [Fact]
    public void Zones_and_places_too_small_for_a_finger_are_named_with_the_press_to_them()
    {
        var tiny = new RectangleArea(0.4, 0.4, 0.01, 0.2);
        var placing = new PlacingQuestion
        {
            Prompt = RichText.Plain("Where?"),
            Board = new Board { Picture = Make.Picture() },
            Zones =
            [
                new Zone
                {
                    Id = "z",
                    Name = "Mast",
                    Area = tiny,
                },
            ],
            Items =
            [
                new PlacingItem
                {
                    Id = "i",
                    Face = new Face { Text = "Vane" },
                    Zones = ["z"],
                },
            ],
        };
        var locating = new LocatingQuestion
        {
            Prompt = RichText.Plain("Find it."),
            Board = new Board { Picture = Make.Picture() },
            Places =
            [
                new LocatedPlace
                {
                    Id = "p",
                    Face = new Face { Text = "Vane" },
                    Area = tiny,
                },
            ],
        };
        foreach (var (question, field) in new (Question, string)[] { (placing, "zones"), (locating, "places") })
        {
            var finding = Assert.Single(ReadyCheck.Run(Make.Activity(Make.Asked("q", question))), one =>
                one.Message.Contains("too small for a finger", StringComparison.Ordinal)
            );
            Assert.Equal(("q", field), (finding.SpotId, finding.Field));
        }
    }

    [Fact]
    public void The_sound_of_a_callout_is_asked_for_its_words()
    {
        Spot Said(string transcript) =>
            Make.Note("t") with
            {
                Content = new Callout("Gale")
                {
                    Sound = new Sound { Media = "s", Transcript = transcript },
                },
            };
        Assert.Equal("sound", Only(Make.Activity(Said(""))).Field);
        Assert.Empty(ReadyCheck.Run(Make.Activity(Said("How “gale” is said"))));
    }
}
