using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops;
using ZestySlate.Core.Backdrops.Pages;
using ZestySlate.Core.Backdrops.Panoramas;
using ZestySlate.Core.Backdrops.Pictures;
using ZestySlate.Core.Backdrops.WebPages;
using ZestySlate.Core.Contents.Asks;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Editions;
using ZestySlate.Core.Locks.Codes;
using ZestySlate.Core.Questions.MultipleChoice;

namespace ZestySlate.Core.Tests.Activities;

public sealed class AudienceTests
{
    private static readonly Activity Plain = new()
    {
        Title = "Clouds",
        Scenes = [new Scene { Id = "s", Backdrop = new PageBackdrop(default) }],
    };

    [Fact]
    public void Tags_are_parted_by_commas_of_any_script_or_lines_and_stand_once() =>
        Assert.Equal(["wind", "Sea breeze", "طقس"], Audience.ReadTags(" wind, Sea breeze\nWind،طقس,, "));

    [Theory]
    [InlineData(12, 14, "12 to 14")]
    [InlineData(12, 12, "12")]
    [InlineData(12, null, "from 12")]
    [InlineData(null, 14, "up to 14")]
    [InlineData(null, null, "")]
    public void Ages_are_said_in_words(int? from, int? to, string said) =>
        Assert.Equal(said, new Audience { AgeFrom = from, AgeTo = to }.Ages);

    [Theory]
    [InlineData(14, 12)]
    [InlineData(2, null)]
    [InlineData(null, 100)]
    public void Ages_that_cannot_be_are_refused(int? from, int? to) =>
        Assert.False(new SetAudience(new Audience { AgeFrom = from, AgeTo = to }).Apply(Plain).Succeeded);

    [Fact]
    public void Whom_it_is_for_is_wording_and_reaches_everybody()
    {
        var newer = new SetAudience(new Audience { Subject = "Weather", Tags = ["wind"] }).Apply(Plain).Value;
        var difference = EditionDifference.Between(Plain, newer);
        Assert.Equal((1, 0, 0), (difference.Wording.Count, difference.Key.Count, difference.Structure.Count));
        Assert.Equal(newer, EditionMerge.WithWording(Plain, newer));
    }

    [Fact]
    public void It_is_kept_in_the_file()
    {
        var activity = Plain with
        {
            Audience = new Audience
            {
                Subject = "Weather",
                Level = "Year 8",
                AgeFrom = 12,
                Tags = ["wind", "sea"],
            },
        };
        Assert.Equal(activity, ActivityJson.Read(ActivityJson.Write(activity)).Value);
    }

    [Fact]
    public void Every_text_of_an_activity_is_found_and_no_id()
    {
        var activity = Plain with
        {
            Summary = "By height",
            Audience = new Audience { Tags = ["Cumulus"] },
            Scenes =
            [
                new Scene
                {
                    Id = "sceneIdXyz",
                    Title = "Morning",
                    Backdrop = new PageBackdrop(RichText.Plain("Look up")),
                    Spots =
                    [
                        new Spot
                        {
                            Id = "spotIdXyz",
                            Content = new Ask(
                                new MultipleChoiceQuestion
                                {
                                    Prompt = RichText.Plain("Which veil?"),
                                    Hint = "Thin",
                                    Options =
                                    [
                                        new Option
                                        {
                                            Id = "optXyz",
                                            Text = "Cirrostratus",
                                            Right = true,
                                        },
                                    ],
                                }
                            ),
                        },
                    ],
                },
            ],
        };
        var words = SearchWords.Of(activity);
        Assert.All(["clouds", "by height", "cumulus", "morning", "look up", "which veil?", "thin", "cirrostratus"], word =>
            Assert.Contains(word, words)
        );
        Assert.DoesNotContain("xyz", words);
    }

    [Fact]
    public void The_kind_is_told_by_how_it_is_built()
    {
        var picture = new PictureBackdrop(
            new Picture
            {
                Media = "a",
                Width = 10,
                Height = 10,
            }
        );
        var panorama = new PanoramaBackdrop(
            new Picture
            {
                Media = "a",
                Width = 2048,
                Height = 1024,
            }
        );
        Activity With(params Backdrop[] backdrops) =>
            Plain with
            {
                Scenes = backdrops.Select((backdrop, i) => new Scene { Id = "s" + i, Backdrop = backdrop }).ToValueList(),
            };
        Assert.Equal(ActivityKind.Picture, ActivityKinds.Of(With(picture)));
        Assert.Equal(ActivityKind.Panorama, ActivityKinds.Of(With(panorama)));
        Assert.Equal(ActivityKind.Tour, ActivityKinds.Of(With(picture, panorama)));
        Assert.Equal(ActivityKind.Pages, ActivityKinds.Of(Plain));
        Assert.Equal(ActivityKind.WebPage, ActivityKinds.Of(With(new WebPageBackdrop("https://gannetpoint.example", 800, 600, true))));
        Assert.Equal(
            ActivityKind.Questions,
            ActivityKinds.Of(
                Recipes.Begin(Recipe.Quiz, "Q", "en") is var quiz
                    ? quiz.WithScene(quiz.Scenes[0].Id, scene =>
                        scene with
                        {
                            Spots = [new Spot { Id = "q", Content = new Ask(new MultipleChoiceQuestion()) }],
                        }
                    )
                    : quiz
            )
        );
        Assert.Equal(
            ActivityKind.LockedRooms,
            ActivityKinds.Of(
                With(picture, picture) is var rooms
                    ? rooms.WithScene("s1", scene => scene with { Lock = new Lock { Key = new CodeKey(["7"]) } })
                    : rooms
            )
        );
    }
}
