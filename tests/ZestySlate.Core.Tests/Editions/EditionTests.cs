using CsCheck;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops.Pages;
using ZestySlate.Core.Backdrops.Pictures;
using ZestySlate.Core.Contents;
using ZestySlate.Core.Contents.Asks;
using ZestySlate.Core.Contents.Notes;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Editions;
using ZestySlate.Core.Questions.MultipleChoice;

namespace ZestySlate.Core.Tests.Editions;

public sealed class EditionTests
{
    private readonly Activity _old = Make.Activity(Make.Note("n"), Make.Asked("q", Make.One()));

    private static Activity With(Activity activity, string spot, Content content) =>
        activity.WithSpot(spot, s => s with { Content = content });

    private Activity WithQuestion(Func<MultipleChoiceQuestion, MultipleChoiceQuestion> change) =>
        With(_old, "q", new Ask(change(Make.One())));

    [Fact]
    public void The_same_activity_does_not_differ() => Assert.True(EditionDifference.Between(_old, _old).IsEmpty);

    [Fact]
    public void Texts_hints_looks_and_notes_are_wording()
    {
        foreach (
            var changed in new[]
            {
                _old with
                {
                    Title = "New title",
                },
                _old with
                {
                    Summary = "New",
                },
                WithQuestion(q => q with { Hint = "Another hint" }),
                WithQuestion(q => q with { Explanation = "Another reason" }),
                WithQuestion(q => q with { Options = q.Options.Replace(o => o.Id == "a", o => o with { Text = "Mended" }) }),
                WithQuestion(q => q with { Options = q.Options.Replace(o => o.Id == "a", o => o with { Feedback = "Mended" }) }),
                new MoveSpot("q", 0.9, 0.9).Apply(_old).Value,
                new AddSpot("scene", Make.Note("n2")).Apply(_old).Value,
                new DeleteSpot("n").Apply(_old).Value,
                With(_old, "n", new Note { Title = "Other" }),
                new SetBackdrop("scene", new PictureBackdrop(Make.Picture("other words"))).Apply(_old).Value,
            }
        )
        {
            var difference = EditionDifference.Between(_old, changed);
            Assert.Single(difference.Wording);
            Assert.Empty(difference.Key);
            Assert.Empty(difference.Structure);
        }
    }

    [Fact]
    public void The_kind_of_a_backdrop_is_structure_and_the_language_that_answers_are_read_in_is_key()
    {
        Assert.Contains(
            "Kind of the backdrop: Garden",
            EditionDifference.Between(_old, new SetBackdrop("scene", new PageBackdrop(default)).Apply(_old).Value).Structure
        );
        Assert.Equal(["Language in which answers are read"], EditionDifference.Between(_old, _old with { Language = "de" }).Key);
    }

    [Fact]
    public void What_is_right_points_and_rules_are_the_key()
    {
        foreach (
            var changed in new[]
            {
                WithQuestion(q => q with { Options = q.Options.Replace(_ => true, o => o with { Right = o.Id == "b" }) }),
                WithQuestion(q => q with { Points = 3 }),
                WithQuestion(q => q with { AllOrNothing = true }),
                WithQuestion(q => q with { Penalty = 0 }),
                _old with
                {
                    Rules = new Rules { Tries = 1 },
                },
                _old with
                {
                    Rules = new Rules { PassMark = 50 },
                },
            }
        )
        {
            var difference = EditionDifference.Between(_old, changed);
            Assert.Empty(difference.Wording);
            Assert.Single(difference.Key);
            Assert.Empty(difference.Structure);
        }
    }

    [Fact]
    public void Questions_added_removed_or_taken_apart_are_structure()
    {
        foreach (
            var changed in new[]
            {
                new AddSpot("scene", Make.Asked("q2", Make.One())).Apply(_old).Value,
                new DeleteSpot("q").Apply(_old).Value,
                WithQuestion(q => q with { Options = q.Options.Add(Make.Option("d")) }),
                WithQuestion(q => q with { Options = q.Options.RemoveAll(o => o.Id == "c") }),
                WithQuestion(q => q with { Picks = Picks.Several }),
                new ReorderSpot("q", -1).Apply(_old).Value,
                _old with
                {
                    Scenes = _old.Scenes.Add(
                        new Scene
                        {
                            Id = "s2",
                            Title = "Two",
                            Backdrop = _old.Scenes[0].Backdrop,
                        }
                    ),
                },
            }
        )
        {
            var difference = EditionDifference.Between(_old, changed);
            Assert.Empty(difference.Wording);
            Assert.Empty(difference.Key);
            Assert.Single(difference.Structure);
        }
    }

    [Fact]
    public void Wording_brought_to_an_older_edition_leaves_key_and_questions_alone()
    {
        var newer = WithQuestion(q =>
            q with
            {
                Hint = "Mended hint",
                Points = 9,
                Options = q.Options.Replace(_ => true, o => o with { Text = "New " + o.Id, Right = o.Id == "c" }).Add(Make.Option("d")),
            }
        );
        newer = new AddSpot("scene", Make.Asked("q2", Make.One()))
            .Apply(new AddSpot("scene", Make.Note("n2")).Apply(newer).Value)
            .Value with
        {
            Rules = new Rules { Tries = 1 },
        };

        var merged = EditionMerge.WithWording(_old, newer);
        var question = (MultipleChoiceQuestion)((Ask)merged.SpotOf("q")!.Content).Question;
        Assert.Equal("Mended hint", question.Hint);
        Assert.Equal("New a", question.Options[0].Text);
        Assert.Equal(["a"], question.Options.Where(o => o.Right).Select(o => o.Id));
        Assert.Equal(3, question.Options.Count);
        Assert.Null(question.Points);
        Assert.Null(merged.SpotOf("q2"));
        Assert.NotNull(merged.SpotOf("n2"));
        Assert.Null(merged.Rules.Tries);
    }

    [Fact]
    public void A_question_that_was_removed_stays_for_those_who_began_with_it() =>
        Assert.NotNull(EditionMerge.WithWording(_old, new DeleteSpot("q").Apply(_old).Value).SpotOf("q"));

    [Fact]
    public void After_taking_the_wording_no_wording_differs_any_more() =>
        Gen.Int[0, 63]
            .Sample(bits =>
            {
                var newer = _old;
                if ((bits & 1) > 0)
                {
                    newer = newer with { Title = "T" };
                }
                if ((bits & 2) > 0)
                {
                    newer = new AddSpot("scene", Make.Note("n9")).Apply(newer).Value;
                }
                if ((bits & 4) > 0)
                {
                    newer = new MoveSpot("q", 0, 0).Apply(newer).Value;
                }
                if ((bits & 8) > 0)
                {
                    newer = With(newer, "q", new Ask(Make.One("b") with { Hint = "h", Points = 4 }));
                }
                if ((bits & 16) > 0)
                {
                    newer = new DeleteSpot("n").Apply(newer).Value;
                }
                if ((bits & 32) > 0)
                {
                    newer = newer with { Rules = new Rules { HintCost = 0.5m } };
                }
                var merged = EditionMerge.WithWording(_old, newer);
                return EditionDifference.Between(merged, newer).Wording.Count == 0
                    && EditionDifference.Between(_old, merged).Key.Count == 0
                    && EditionDifference.Between(_old, merged).Structure.Count == 0;
            });
}
