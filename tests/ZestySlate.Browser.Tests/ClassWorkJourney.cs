using OpenQA.Selenium;

namespace ZestySlate.Browser.Tests;

/// <summary>A class at work while the teacher keeps a lookout, then review, return, corrected view, gradebook; and a wrong key mended.</summary>
public sealed class ClassWorkJourney(Apps apps)
{
    private static Person Joined(Apps apps, string code, string name)
    {
        var learner = new Person(390, 844);
        learner.Go(apps.Slate + "/join");
        learner.Type("input[name=Code]", code);
        learner.Type("input[name=Name]", name);
        learner.Press("Continue");
        learner.Press("Not now");
        learner.See(".todo");
        return learner;
    }

    [Fact]
    public void From_the_lookout_to_the_corrected_view_and_the_gradebook()
    {
        using var ines = new Person().SignIn(apps);
        ines.Press("Classes");
        ines.Type("input[name=name]", "Front watch");
        ines.Type("textarea[name=names]", "Åsa Límon\nNuru\nBo Quist");
        ines.Press("Make the class");
        var code = ines.See(".big-code").Text;
        var activity = BuildsTextAndDrawing(ines);
        ines.Go(apps.Slate + $"/author/{activity}/publish");
        ines.Press("to Front watch", "#classes");

        // When it is due is asked; the terms of the assignment are beside it.
        ines.Reads("h1", "to Front watch");
        ines.Type("input[name=worth]", "10");
        ines.Type("textarea[name=instructions]", "Look at the chart first.");
        ines.Press("Give it", "main form");
        ines.Reads("[role=alert]", "When is it due?");
        ines.PressCss("input[name=noDue]");
        ines.Press("Give it", "main form");
        ines.Reads("main", "Kept.");
        ines.Go(apps.Slate + $"/author/{activity}/publish");
        ines.Reads("#classes", code);
        ines.Press("Given, no due date", "#classes");
        ines.Press("Lookout", ".lede");
        ines.Reads("[data-live-state]", "live");
        ines.Reads("tbody", "not begun");

        // Three work at once.
        using var asa = Joined(apps, code, "åsa límon");
        using var nuru = Joined(apps, code, "Nuru");
        using var bo = Joined(apps, code, "Bo Quist");
        foreach (var learner in new[] { asa, nuru, bo })
        {
            learner.PressCss(".todo a");
            learner.Ready();
        }

        asa.Reads(".learn-main", "Look at the chart first.");
        asa.Type("textarea[name=text]", "The land warms first, so the air rises and the sea air follows.");
        nuru.Type("textarea[name=text]", "Because of the moon and the tide in the bay of the gannets.");
        Draw(asa);
        asa.Reads(".learn-foot", "2 of 2 questions");
        asa.Press("Hand in", ".learn-foot");
        asa.Reads("#result", "receipt");
        nuru.Reads(".learn-foot", "1 of 2 questions");
        ines.Reads("tbody tr", "handed in");
        ines.Until(
            () => ines.All("tbody tr").Count(row => row.Text.Contains("at work", StringComparison.Ordinal)) == 2 ? "" : null,
            "two at work"
        );
        ines.Press("Nuru", "tbody");
        ines.Reads("#work", "the bay of the gannets");

        ReviewsAndGivesBack(ines, activity, "Åsa Límon");

        // The corrected view, on a phone.
        asa.Driver.Navigate().Refresh();
        ReadsWhatWasSaid(asa);
        PrintsTheWhole(asa);
        Assert.True(Convert.ToInt64(asa.Run("return document.documentElement.scrollWidth")) <= 390);

        ines.Press("Classes");
        ines.Press("Front watch", "main");
        ines.Press("Gradebook", ".work-nav");
        ines.Reads(".gradebook tbody", "7.5");
        ines.Reads(".gradebook tbody", "at work");
        Assert.Empty(ines.Complaints());
        Assert.Empty(asa.Complaints());
    }

    [Fact]
    public void A_wrong_key_is_found_in_the_statistics_mended_and_all_is_marked_again_in_the_course_site_too()
    {
        // It is placed in a course as well, where somebody knew better than the key.
        using var site = new Person();
        site.SignInToCourses(apps, "Ines Halloran");
        site.Press("Watchkeepers, evening");
        site.Press("Add an assignment");
        site.IntoFrame();
        site.LookFor("wind");
        site.PressCss("input[name=activity][value=windcheck]");
        site.PressCss("input[name='Placed.NoDue']");
        site.Press("Place it in the course", "main");
        site.OutOfFrame();
        site.Until(() => site.Driver.Url.Contains("/assignments/", StringComparison.Ordinal) ? "" : null, "the assignment to come back");
        site.PressCss("input[name=keptBack]");
        site.Press("Keep", "main form");
        var address = site.Driver.Url;
        using var bashir = new Person(refusesThirdPartyCookies: true);
        bashir.SignInToCourses(apps, "Bashir Al-Marri");
        bashir.Go(address);
        bashir.IntoFrame();
        bashir.Press("The wind is strong there", ".learn-main");
        bashir.Reads(".learn-foot", "1 of 10 questions");
        bashir.Press("Hand in", ".learn-foot");
        bashir.Press("Hand in with 9 questions open");
        bashir.Reads("#result", "receipt");
        GradeIs("0 of 11");

        using var ines = new Person().SignIn(apps);
        ines.Go(apps.Slate + "/author/windcheck/statistics");
        ines.Reads(".problem-card", "look whether the key is wrong");
        ines.Press("Open the question", "#question-isobars");
        ines.Until(
            () =>
            {
                var right = ines.All(".page-open input[type=radio][name=right]").FirstOrDefault();
                right?.Click();
                return right is null ? null : "";
            },
            "the options"
        );
        ines.Saved();
        ines.Go(apps.Slate + "/author/windcheck/publish");
        ines.Reads(".differences", "Key");
        ines.Press("Publish edition 2");
        ines.Reads("h2", "The key of edition 2 would change");
        ines.Reads(".results-grid", "▲ +");
        ines.Press("Mark all again");
        ines.Reads(".runs", "rose");
        GradeIs("1 of 11");
        ines.Go(apps.Slate + "/author/windcheck/statistics");
        ines.Reads("h1", "Statistics");
        Assert.DoesNotContain("look whether the key is wrong", ines.See("main").Text);
        ines.Go(apps.Slate + "/author/windcheck/mark-again");
        ines.Press("Undo", ".runs");
        ines.Reads(".runs", "Undone.");
        GradeIs("0 of 11");
        Assert.Empty(ines.Complaints());

        void GradeIs(string grade) =>
            site.Until(
                () =>
                {
                    site.Go(apps.Course + "/courses/watch/grades");
                    return site.All("tbody tr")
                        .Single(row => row.Text.StartsWith("Bashir", StringComparison.Ordinal))
                        .Text.Contains(grade, StringComparison.Ordinal)
                        ? ""
                        : null;
                },
                $"{grade} in the course"
            );
    }

    [Fact]
    public void From_the_course_site_and_back_to_its_grades()
    {
        using var ines = new Person().SignIn(apps);
        var activity = BuildsTextAndDrawing(ines);
        using var site = new Person();
        site.SignInToCourses(apps, "Ines Halloran");
        site.Press("Bulletin writers");
        site.Press("Add an assignment");
        site.IntoFrame();
        site.LookFor("sea breeze turn");
        site.PressCss($"input[name=activity][value='{activity}']");
        site.Type("input[name='Placed.Points']", "20");
        site.Press("More: when it opens", "main");
        site.Type("textarea[name='Placed.Instructions']", "By Friday, in the course.");
        site.PressCss("input[name='Placed.NoDue']");
        site.Press("Place it in the course", "main");
        site.OutOfFrame();
        site.Until(() => site.Driver.Url.Contains("/assignments/", StringComparison.Ordinal) ? "" : null, "the assignment to come back");
        site.PressCss("input[name=keptBack]");
        site.Press("Keep", "main form");
        var address = site.Driver.Url;

        // Three open it in the course at once; one has not yet.
        using var anouk = new Person(390, 844, refusesThirdPartyCookies: true);
        using var bashir = new Person(390, 844, refusesThirdPartyCookies: true);
        using var cressida = new Person(390, 844, refusesThirdPartyCookies: true);
        foreach (
            var (learner, name) in new[] { (anouk, "Anouk Delvaux"), (bashir, "Bashir Al-Marri"), (cressida, "Cressida Thornbury-Vance") }
        )
        {
            learner.SignInToCourses(apps, name);
            learner.Go(address);
            learner.IntoFrame();
            learner.Ready();
        }

        ines.Go(apps.Slate + $"/author/{activity}/lookout");
        ines.Reads("[data-live-state]", "live");
        anouk.Type("textarea[name=text]", "The land warms first, so the air rises and the sea air follows.");
        bashir.Type("textarea[name=text]", "Because of the moon and the tide in the bay of the gannets.");
        Draw(anouk);
        anouk.Reads(".learn-foot", "2 of 2 questions");
        anouk.Press("Hand in", ".learn-foot");
        anouk.Reads("#result", "receipt");
        bashir.Reads(".learn-foot", "1 of 2 questions");
        ines.Reads("tbody tr", "handed in");
        ines.Until(
            () => ines.All("tbody tr").Count(row => row.Text.Contains("at work", StringComparison.Ordinal)) == 2 ? "" : null,
            "two at work"
        );

        // The course site says who else belongs to the course, and what it was told.
        ines.Press("In courses", ".work-nav");
        ines.Reads(".data-table", "Dorrit");
        ines.Reads(".data-table", "not begun");
        ReviewsAndGivesBack(ines, activity, "Anouk Delvaux");
        anouk.OutOfFrame();
        anouk.Driver.Navigate().Refresh();
        anouk.IntoFrame();
        ReadsWhatWasSaid(anouk);

        // 1.5 of 2 points are 15 of 20 in the course, with the state of each.
        site.Until(
            () =>
            {
                site.Go(apps.Course + "/courses/bulletin/grades");
                return site.See("table").Text.Contains("15 of 20", StringComparison.Ordinal) ? "" : null;
            },
            "the grade in the course"
        );
        site.Reads("table", "begun");
        site.Reads("table", "not begun");
        ines.Go(apps.Slate + $"/author/{activity}/courses");
        ines.Reads(".data-table", "1.5 of 2, completed");
        ines.Reads(".data-table", "given back");
        Assert.Empty(ines.Complaints());
        Assert.Empty(anouk.Complaints());
    }

    [Fact]
    public void A_list_with_accents_is_looked_at_before_anybody_is_added()
    {
        var file = Path.Combine(Directory.CreateTempSubdirectory("roster").FullName, "front-watch.csv");
        File.WriteAllText(
            file,
            "Surname;Given name;Number;E-mail\nŁukasiewicz;Żaneta;7;zaneta@gannetpoint.example\nÓ "
                + "Duibhín;Cormac;8;\n;Dorrit;9;\nŁukasiewicz;Żaneta;7;zaneta@gannetpoint.example\n",
            new System.Text.UnicodeEncoding()
        );
        using var ines = new Person().SignIn(apps);
        ines.Press("Classes");
        ines.Type("input[name=name]", "From a list");
        ines.Type("textarea[name=names]", "Dorrit");
        ines.Press("Make the class");
        var code = ines.See(".big-code").Text;
        ines.Press("Add learners");
        ines.See("input[type=file]").SendKeys(file);
        ines.Press("Look at it");
        ines.See("tbody input[value='Żaneta Łukasiewicz']");
        // Dorrit is there by name; the list says her number.
        ines.Reads("tbody", "in the class already; the number will be added");
        Assert.Equal(3, ines.All("input[name=take]:checked").Count);
        ines.Press("Take those that are ticked");
        ines.Reads("main", "2 learners were added. 1 who was there already has been completed.");

        // From now on they come in by their number.
        ines.Pick("select[name=by]", "number");
        ines.Reads(".lede", "their number");
        using var zaneta = new Person(390, 844);
        zaneta.Go(apps.Slate + "/join?code=" + code);
        zaneta.Type("input[name=Name]", "7");
        zaneta.Press("Continue");
        zaneta.Press("Not now");
        zaneta.Reads("h1", "Your activities");
        Assert.Empty(ines.Complaints());
    }

    /// <summary>An activity with a text that waits for a person and a drawing; its code.</summary>
    private string BuildsTextAndDrawing(Person ines)
    {
        ines.BeginQuestions(apps);
        ines.AddQuestion("longText", "Why does the sea breeze turn?");
        ines.Fill("textarea[name^=phrases]", "land warms");
        ines.PressCss(".page-open details[id^=fold-waits] summary");
        ines.PressCss(".page-open input[name=waits]");
        ines.Saved();
        ines.AddQuestion("drawing", "Draw the front.");
        return ines.PublishByLink();
    }

    /// <summary>By question: a comment at words of the text, by keys; one on the drawing, by the mouse; then all is given back.</summary>
    private void ReviewsAndGivesBack(Person ines, string activity, string learner)
    {
        ines.Go(apps.Slate + $"/author/{activity}/answers");
        ines.Reads("h2", learner);
        ines.Select("[data-note-text]", 4, 15);
        ines.Keys(Keys.Enter);
        ines.Reads("[data-about]", "“land warms”");
        ines.Keys("Why does it?");
        ines.Reads(".commented", "land warms");
        ines.Type("input[name=points]", "1");
        ines.Type("textarea[name=comment]", "Nearly there.");
        ines.Reads(".cell-verdict", "1 of 1");
        ines.Reads("[data-kept]", "Kept.");
        ines.PressCss("a[data-key=n]");
        ines.Until(
            () =>
                (bool)
                    ines.Run(
                        "const drawn = document.querySelector('[data-note-board] img'); return drawn?.complete === true && drawn.naturalWidth > 0"
                    )!
                    ? ""
                    : null,
            "the drawing"
        );
        var board = ines.See("[data-note-board]");
        ines.Run("arguments[0].scrollIntoView({ block: 'center' })", board);
        ines.Hand.MoveToElement(board, 10, 10).Click().Perform();
        ines.Keys("Smoother here.");
        ines.See(".note-pins circle");
        ines.Type("input[name=points]", "0.5");
        ines.Reads(".cell-verdict", "0.5 of 1");
        ines.Go(apps.Slate + $"/author/{activity}/results");
        ines.Press("Give back 1 work", ".page-head");
        ines.Reads(".results-grid", "given back");
    }

    /// <summary>What the teacher said stands where it is about.</summary>
    private static void ReadsWhatWasSaid(Person learner)
    {
        learner.Reads("#result", "Given back by your teacher");
        learner.Reads(".commented", "land warms");
        learner.Reads(".review-notes", "Why does it?");
        learner.Reads(".review-notes", "Smoother here.");
        learner.See(".drawing-sheet .note-pins circle");
    }

    /// <summary>The whole work below each other, with the name and nothing to press.</summary>
    private static void PrintsTheWhole(Person learner)
    {
        var page = learner.Driver.Url;
        learner.Go(learner.See("#result a[href*='paper=true']").GetAttribute("href")!);
        learner.Reads("#result", "Given back by your teacher");
        learner.Cdp("Emulation.setEmulatedMedia", ("media", "print"));
        learner.Reads(".on-paper", "Åsa Límon");
        Assert.Equal(2, learner.All(".ask").Count(ask => ask.Displayed));
        Assert.DoesNotContain(learner.All(".learn-foot, .ask-actions, #result a"), part => part.Displayed);
        learner.Cdp("Emulation.setEmulatedMedia", ("media", ""));
        learner.Go(page);
    }

    private static void Draw(Person person)
    {
        var board = person.See(".drawing-sheet");
        person.Run("arguments[0].scrollIntoView({ block: 'center' })", board);
        person
            .Hand.MoveToElement(board, -80, -30)
            .ClickAndHold()
            .MoveToElement(board, 0, 10)
            .MoveToElement(board, 80, 20)
            .Release()
            .Perform();
        person.Until(() => person.All("[data-drawn] [data-mark]").Count == 1 ? "" : null, "a mark");
    }
}
