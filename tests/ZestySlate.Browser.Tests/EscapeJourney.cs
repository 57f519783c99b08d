using OpenQA.Selenium;

namespace ZestySlate.Browser.Tests;

/// <summary>Locks and clues: built and opened with the mouse, and a whole escape by keys alone.</summary>
public sealed class EscapeJourney(Apps apps)
{
    [Fact]
    public void Built_and_solved_with_the_mouse()
    {
        string code;
        using (var ines = new Person().SignIn(apps))
        {
            ines.Press("New", "main");
            ines.BeginActivity(title: "A small escape");
            ines.Type("#room-details input[name=title]", "Yard");
            ines.Saved();
            ines.AddScene("pictures/shelter-inside.png");
            ines.Type("#room-details input[name=title]", "Vault");
            ines.PressCss("#room-details details[id^=fold-lock] summary");
            ines.Pick("#room-details select[name=opensBy]", "a code");
            ines.Saved();
            ines.Type("#room-details textarea[name=codes]", "storm petrel");
            ines.Type("#room-details input[name=wrongWords]", "Nothing stirs.");
            ines.Saved();
            ines.PressStage(0.5, 0.5);
            ines.Choose("note");
            ines.Type("#room-details .details-head ~ form input[name=title]", "The hidden log");
            ines.Saved();

            ines.PressCss("#room-storyboard .board-scene");
            ines.See("#room-stage .stage-tip");
            ines.MakeJump(0.3, 0.5, "Vault");
            ines.PressStage(0.7, 0.5);
            ines.Choose("clue");
            ines.Type("#room-details .details-head ~ form input[name=title]", "A feather");
            ines.Saved();
            Assert.Contains("Clue card", ines.See("#room-details h2").Text);

            code = ines.PublishByLink();
            Assert.Empty(ines.Complaints());
        }

        using var learner = new Person();
        learner.Go($"{apps.Slate}/a/{code}");
        learner.Type("input[name=name]", "Otis");
        learner.Press("Start", "main");
        learner.See(".scene");
        Assert.DoesNotContain("The hidden log", learner.Driver.PageSource);
        Assert.DoesNotContain("Vault", learner.Driver.PageSource);
        Assert.DoesNotContain("petrel", learner.Driver.PageSource);

        learner.PressCss("a.sign-note");
        learner.Reads(".panel.open", "Kept in your findings");
        learner.Keys(Keys.Escape);
        learner.Reads("[data-findings]", "1");
        learner.PressCss("[data-findings]");
        learner.Type(".panel-findings textarea", "Which bird?");
        learner.PressCss(".panel-findings [data-close]");

        learner.PressCss("a.sign-jump");
        learner.Type(".panel.open input[name=code]", "gannet");
        learner.Press("Open", ".panel.open");
        learner.Reads(".panel.open .verdict", "Nothing stirs.");
        learner.Type(".panel.open input[name=code]", "Storm  Petrel!");
        learner.Press("Open", ".panel.open");
        learner.Reads("#connection", "Open now: Vault.");
        learner.PressCss("a.sign-jump");
        learner.Reads("#scene-title", "Vault");
        learner.PressCss("a.sign-note");
        learner.Reads(".panel.open h2", "The hidden log");

        // The findings are reachable from every scene, with what was written beside them.
        learner.Driver.Navigate().Refresh();
        learner.PressCss("[data-findings]");
        Assert.Equal("Which bird?", learner.See(".panel-findings textarea").GetAttribute("value"));
        Assert.Empty(learner.Complaints());
    }

    [Fact]
    public void The_silent_beacon_is_lit_by_keys_alone()
    {
        using var learner = new Person();
        void Go(string css)
        {
            learner.Until(
                () =>
                    (bool)
                        learner.Run(
                            "const e = document.querySelector(arguments[0]); if (!e) { return false; } e.focus(); return document.activeElement === e;",
                            css
                        )!
                        ? ""
                        : null,
                css
            );
            learner.Keys(Keys.Enter);
        }

        void Spot(string spot) => Go($".spot-list a[data-open='{spot}']");
        void Close() => learner.Keys(Keys.Escape);
        void Answer(string words)
        {
            learner.See(".panel.open fieldset");
            learner.Until(
                () =>
                    (bool)
                        learner.Run(
                            "const l = [...document.querySelectorAll('.panel.open .option label')].find(l => "
                                + "l.textContent.includes(arguments[0])); l?.querySelector('input').focus(); return !!l",
                            words
                        )!
                        ? ""
                        : null,
                words
            );
            learner.Keys(Keys.Space);
            Go(".panel.open button[value=mark]");
            learner.Reads(".panel.open .verdict", "Right");
            Close();
        }

        learner.Go(apps.Slate + "/a/beacon");
        learner.See("input[name=name]");
        learner.Keys("Keyboard Kim" + Keys.Enter);
        learner.Reads("#scene-title", "Watch room, 21:10");

        // The word for the door stands on the chart.
        Spot("n-log");
        learner.Reads(".panel.open", "the isle on the chart");
        Close();
        Spot("n-ask");
        Answer("GALE");
        learner.Reads("#connection", "The cabinet springs open.");
        Spot("n-cabinet");
        learner.Reads(".panel.open", "wax paper");
        Close();

        Spot("n-door");
        learner.See(".panel.open input[name=code]");
        Go(".panel.open input[name=code]");
        learner.Run("document.querySelector('.panel.open input[name=code]').focus()");
        learner.Keys("wren isle" + Keys.Enter);
        learner.Reads("#connection", "smells of tar");
        Spot("n-door");
        learner.Reads("#scene-title", "Boathouse");
        Assert.Equal("scene-title", learner.Focused);
        Spot("n-ask2");
        Answer("6 h 15 min");
        Spot("n-chest");
        learner.See(".panel.open input[name=code]");
        learner.Run("document.querySelector('.panel.open input[name=code]').focus()");
        learner.Keys("12,5" + Keys.Enter);
        learner.Reads(".panel.open", "half of it is enough");
        Close();
        Spot("n-bench");
        learner.Reads(".panel.open", "Three are left");
        Close();
        learner.Reads("[data-findings] .tally", "4");

        Spot("n-boatback");
        learner.Reads("#scene-title", "Watch room");
        Spot("n-stair");
        learner.Reads("#scene-title", "Lamp gallery");
        Spot("n-switch");
        learner.See(".panel.open input[name=code]");
        learner.Run("document.querySelector('.panel.open input[name=code]').focus()");
        learner.Keys("15" + Keys.Enter);
        learner.Reads(".panel.open .verdict", "A wrong light is worse than none.");
        learner.Keys("12" + Keys.Enter);
        learner.Reads("#connection", "The lens begins to turn.");
        Spot("n-switch");
        learner.Reads("#scene-title", "Three flashes");
        Spot("n-ask3");
        Answer("which light she sees");
        learner.Reads(".learn-foot", "Completed");
        Go("form[data-hand-in] button");
        learner.Reads("#result", "2.5 of 3 points");
        Assert.Empty(learner.Complaints());
    }
}
