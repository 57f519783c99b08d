using CsCheck;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops.Pictures;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Contents.Notes;
using ZestySlate.Core.Editing;

namespace ZestySlate.Core.Tests.Activities;

/// <summary>Looks: of kinds, of spots, of the whole; and that everything stays legible.</summary>
public sealed class LookTests
{
    private static readonly Gen<string> Colour = Gen.Int[0, 0xffffff].Select(rgb => $"#{rgb:x6}");

    [Fact]
    public void No_two_kinds_look_alike_by_themselves()
    {
        var looks = Enum.GetValues<SpotKind>().Select(SpotLook.Default).ToList();
        Assert.Equal(looks.Count, looks.Select(look => look.Symbol).Distinct().Count());
    }

    [Fact]
    public void What_a_spot_does_not_set_comes_from_its_kind_and_then_from_the_default()
    {
        var look = new Look { Spots = [new SpotLook(SpotKind.Jump, new Sign { Symbol = "door-open", Size = 2 })] };
        var sign = look.Of(Make.Jump("j", "x") with { Sign = new Sign { Size = 1.5 } });
        Assert.Equal(("door-open", 1.5, SignColour.Pith, false), (sign.Symbol, sign.Size, sign.Colour, sign.Beckons));
        Assert.Equal("notebook-text", look.Of(Make.Note("n")).Symbol);
    }

    [Fact]
    public void Restyling_a_kind_reaches_every_spot_of_it_in_all_scenes_and_keeps_its_words()
    {
        var tour = Make.Tour(
            Make.Scene(
                "a",
                Make.Jump("1", "b") with
                {
                    Sign = new Sign { Colour = SignColour.Zest, Words = "Out" },
                },
                Make.Note("n") with
                {
                    Sign = new Sign { Size = 2 },
                }
            ),
            Make.Scene("b", Make.Jump("2", "a"))
        );
        var after = new RestyleKind(SpotKind.Jump, new Sign { Symbol = "door-open", Colour = SignColour.Plum }).Apply(tour).Value;
        Assert.All(new[] { "1", "2" }, id =>
            Assert.Equal(("door-open", SignColour.Plum), (after.Look.Of(after.SpotOf(id)!).Symbol, after.Look.Of(after.SpotOf(id)!).Colour))
        );
        Assert.Equal("Out", after.SpotOf("1")!.Sign.Words);
        Assert.Equal(2, after.SpotOf("n")!.Sign.Size);
    }

    [Fact]
    public void Two_kinds_with_one_symbol_are_named_by_the_ready_check()
    {
        var tour = Make.Tour(
            Make.Scene("a", Make.Jump("j", "a") with { Sign = new Sign { Symbol = "notebook-text" } }, Make.Note("n", "The log"))
        );
        Assert.Contains(ReadyCheck.Run(tour), f =>
            !f.Blocks && f.Message.Contains("show the same symbol but do different things", StringComparison.Ordinal) && f.SpotId == "n"
        );
        Assert.DoesNotContain(ReadyCheck.Run(Make.Tour(Make.Scene("a", Make.Jump("j", "a"), Make.Note("n", "The log")))), f =>
            f.Field == "sign"
        );
    }

    [Theory]
    [InlineData("#000000", "#ffffff", 21)]
    [InlineData("#777777", "#ffffff", 4.48)]
    [InlineData("#ff0000", "#ff0000", 1)]
    public void Contrast_is_reckoned_as_the_guidelines_say(string one, string other, double ratio) =>
        Assert.Equal(ratio, Legibility.Contrast(one, other), 2);

    [Fact]
    public void Ink_on_any_colour_can_be_read() => Colour.Sample(colour => Legibility.Contrast(Legibility.InkOn(colour), colour) >= 3.9);

    [Fact]
    public void A_colour_is_mended_until_its_contrast_is_enough_and_left_alone_when_it_is() =>
        Gen.Select(Colour, Colour)
            .Sample(
                (colour, ground) =>
                {
                    var mended = Legibility.Mended(colour, ground, Legibility.Shapes);
                    return Legibility.Contrast(mended, ground) >= 2.99 && (Legibility.Contrast(colour, ground) < 3 || mended == colour);
                }
            );

    [Fact]
    public void Credits_name_every_source_once_with_where_it_is_used()
    {
        var mine = Make.Picture() with { Credit = "Coast Museum", Licence = "CC BY 4.0" };
        var tour = Make.Tour(
            Make.Scene(
                "a",
                Make.Note("n", "The net") with
                {
                    Content = new Note
                    {
                        Title = "The net",
                        Illustrations = [mine],
                        Sound = new Sound { Media = "s", Credit = "Sound Society" },
                    },
                }
            ) with
            {
                Backdrop = new PictureBackdrop(mine),
            },
            Make.Scene("b")
        );
        var credits = Credits.Of(tour);
        Assert.Equal(
            ["Coast Museum, CC BY 4.0, Picture: Room a|The net", "Sound Society, , Sound: The net"],
            credits.Select(c => $"{c.Who}, {c.Licence}, {c.What}: {string.Join('|', c.UsedIn)}")
        );
    }
}
