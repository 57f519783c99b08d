namespace ZestySlate.Browser.Tests;

/// <summary>A teacher prints: the worksheet, its answer key, a picture with its spots.</summary>
public sealed class PaperJourney(Apps apps)
{
    [Fact]
    public void A_worksheet_is_numbered_has_lines_and_nothing_to_press_and_its_key_has_the_answers()
    {
        using var ines = new Person().SignIn(apps);
        ines.Go(apps.Slate + "/author/watchsheet/publish");
        ines.Press("On paper");
        ines.Reads(".paper-head", "Your name:");
        ines.Cdp("Emulation.setEmulatedMedia", ("media", "print"));
        Assert.Equal("none", ines.Run("return getComputedStyle(document.querySelector('form')).display"));
        Assert.Equal("1", ines.Run("return document.querySelector('[data-number]').dataset.number"));
        Assert.DoesNotContain(ines.All("main button, main select, main input[type=text], main input:not([type])"), control =>
            control.Displayed && control.Text.Length > 0
        );
        Assert.DoesNotContain(ines.All(".verdict"), verdict => verdict.Displayed);

        ines.Cdp("Emulation.setEmulatedMedia", ("media", ""));
        ines.Pick("select[name=what]", "The answer key with reasons");
        ines.Reads(".learn-head", "Answer key");
        ines.Reads("main", "barometer");
        Assert.Empty(ines.All(".paper-head"));
        Assert.Empty(ines.Complaints());
    }

    [Fact]
    public void A_picture_has_a_number_at_every_spot_and_says_below_what_is_there()
    {
        using var ines = new Person().SignIn(apps);
        ines.Go(apps.Slate + "/author/garden/paper");
        ines.Reads("main", "Wind vane");
        var signs = ines.All("main .stage [data-sign]").Select(sign => sign.Text.Trim()).ToList();
        Assert.Equal(Enumerable.Range(1, signs.Count).Select(number => $"{number}"), signs);
        Assert.True(signs.Count > 8);
    }
}
