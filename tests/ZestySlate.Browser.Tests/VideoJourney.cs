using System.Globalization;
using OpenQA.Selenium;

namespace ZestySlate.Browser.Tests;

/// <summary>A video that stops where a sentence ends: built, watched, answered, gone back in; by mouse, by keys, on a phone, without a connection.</summary>
public sealed class VideoJourney(Apps apps)
{
    private const string Sign = "#spot-f-sign";

    private static double Now(Person person, string video = ".stage video") =>
        Convert.ToDouble(person.Run($"return document.querySelector('{video}').currentTime"), CultureInfo.InvariantCulture);

    private static bool Paused(Person person) => person.Run("return document.querySelector('.stage video').paused") is true;

    /// <summary>Goes to a moment as a hand on the slider does.</summary>
    private static void Seek(Person person, double moment) =>
        person.Run(
            "const s = document.querySelector('[data-video-at]'); s.value = arguments[0]; s.dispatchEvent(new Event('input', { bubbles: true }));",
            moment
        );

    private static void At(Person person, double moment, double within = 0.06) =>
        person.Until(() => Math.Abs(Now(person) - moment) <= within ? "" : null, $"moment {moment}, now {Now(person)}");

    private static void Play(Person person) => person.PressCss("[data-video-do=play]");

    private static void Answer(Person person, string panel, string option)
    {
        person.Press(option, panel);
        person.Press("Mark my answer", panel);
        person.See($"{panel} [data-verdict] .verdict");
    }

    [Fact]
    public void A_wrong_answer_leads_back_and_the_question_comes_again()
    {
        using var wren = new Person().Visit(apps, "front");
        wren.Until(() => wren.Run("return document.querySelector('.stage video').readyState") is >= 2L ? "" : null, "the video");
        Assert.True(wren.All("[data-sign=f-cirrus]")[0].GetAttribute("hidden") is not null);
        Seek(wren, 5.6);
        wren.See("[data-sign=f-cirrus]");

        // It stops by itself, within a frame of its moment, and asks.
        Seek(wren, 15.8);
        Play(wren);
        wren.See($"{Sign}.open");
        At(wren, 16.576, 0.09);
        Assert.True(Paused(wren));
        Answer(wren, Sign, "Steady rain");
        wren.Press("Go on watching", Sign);
        wren.Until(() => Now(wren) is > 5 and < 9 ? "" : null, "the part that was missed");
        wren.Until(() => Paused(wren) ? null : "", "it plays on");

        // The same question, once more; then it goes on.
        Seek(wren, 16.2);
        wren.See($"{Sign}.open");
        wren.PressCss($"{Sign} button[value=again]");
        wren.See($"{Sign} fieldset:enabled");
        Answer(wren, Sign, "High, thin clouds");
        wren.Press("Go on watching", Sign);
        wren.Until(() => Now(wren) > 16.7 ? "" : null, "it goes on");

        // Nothing that waits for an answer is passed by.
        Seek(wren, 70);
        wren.See("#spot-f-passed.open");
        wren.Reads("[data-video-said]", "Answer first what comes before.");
        At(wren, 29.108, 0.09);
        wren.PressCss("#spot-f-passed [data-close]");
        wren.Until(() => Now(wren) > 29.5 ? "" : null, "it goes on");

        // What was watched is there again on another visit.
        Play(wren);
        wren.Until(() => Paused(wren) ? "" : null, "it stands");
        Thread.Sleep(300);
        wren.Until(() => wren.Run("return localStorage.length") is 0L ? "" : null, "all sent");
        var left = Now(wren);
        wren.Driver.Navigate().Refresh();
        At(wren, left, 1);
        wren.See("[data-video-marks] span");
        Assert.Empty(wren.Complaints());
    }

    [Fact]
    public void By_keys_alone_it_is_played_read_and_answered()
    {
        using var wren = new Person().Visit(apps, "front");
        wren.Until(() => wren.Run("return document.querySelector('.stage video').readyState") is >= 2L ? "" : null, "the video");
        wren.Run("document.querySelector('[data-video-at]').focus()");
        wren.Keys("]");
        At(wren, 5.4);
        wren.Keys(Keys.ArrowRight + Keys.ArrowRight);
        At(wren, 15.4);
        wren.Keys(Keys.ArrowRight);
        At(wren, 16.576, 0.09);
        wren.See($"{Sign}.open");
        Assert.Contains("spot-f-sign", (string)wren.Run("return document.activeElement.closest('.panel')?.id ?? ''")!);
        wren.Run("document.querySelector('#spot-f-sign input[type=radio]').focus()");
        wren.Keys(" ");
        wren.Keys(Keys.Escape);
        wren.Until(() => Now(wren) > 16.6 ? "" : null, "it goes on");

        // The transcript is searched, and a line leads to its moment.
        wren.PressCss("[data-video-transcript] summary");
        wren.Type("[data-video-transcript] input[type=search]", "thin clouds");
        wren.Until(() => wren.All("[data-video-lines] [data-line-at]").Count == 1 ? "" : null, "one line");
        wren.Run("document.querySelector('[data-video-lines] [data-line-at]').focus()");
        wren.Keys(Keys.Enter);
        wren.Until(() => Now(wren) is > 5.3 and < 9 ? "" : null, "that moment");
        wren.Reads("[data-video-lines] [aria-current]", "High, thin clouds");
        Assert.Empty(wren.Complaints());
    }

    [Fact]
    public void At_the_end_everything_is_named_with_how_it_stands()
    {
        using var wren = new Person().Visit(apps, "front");
        wren.Until(() => wren.Run("return document.querySelector('.stage video').readyState") is >= 2L ? "" : null, "the video");
        Seek(wren, 16.4);
        Play(wren);
        wren.See($"{Sign}.open");
        Answer(wren, Sign, "High, thin clouds");
        wren.PressCss($"{Sign} [data-close]");
        wren.Run("document.querySelector('.stage video').dataset.skipping = 'free'");
        Seek(wren, 76.4);
        wren.See("[data-at-end]");
        wren.Reads("[data-at-end]", "The end. 3 questions are still open.");
        wren.Reads("#list-film", "Right");
        wren.Reads("#list-film", "0:29");

        // What is open is gone to: its moment comes, and it opens.
        wren.Press("When the warm front has passed", "#list-film");
        wren.See("#spot-f-passed.open");
        At(wren, 29.108, 0.1);
        Assert.Empty(wren.Complaints());
    }

    [Fact]
    public void On_a_phone_without_a_connection_nothing_is_lost()
    {
        using var wren = new Person(390, 844).Visit(apps, "front");
        wren.Until(() => wren.Run("return document.querySelector('.stage video').readyState") is >= 2L ? "" : null, "the video");
        Seek(wren, 14.5);
        Play(wren);
        wren.See($"{Sign}.open");
        wren.Connection(false);
        wren.Press("High, thin clouds", Sign);
        wren.Reads("#connection", "No connection");
        wren.PressCss($"{Sign} [data-close]");
        wren.Until(() => Now(wren) > 17 ? "" : null, "it plays on");
        wren.Connection(true);
        wren.Gone("#connection");
        Play(wren);
        wren.Until(() => Paused(wren) ? "" : null, "it stands");
        Thread.Sleep(300);
        wren.Until(() => wren.Run("return localStorage.length") is 0L ? "" : null, "all sent");
        wren.Driver.Navigate().Refresh();
        wren.Until(
            () => wren.Run("return document.querySelector('video')?.dataset.watched") is string { Length: > 0 } ? "" : null,
            "what was watched"
        );
        Assert.True((bool)wren.Run("return document.querySelector('#spot-f-sign input[value=high]').checked")!);
        Assert.True((bool)wren.Run("return document.documentElement.scrollWidth <= innerWidth")!);
        Assert.DoesNotContain(wren.Complaints(), line => !line.Contains("ERR_INTERNET_DISCONNECTED"));
    }

    [Fact]
    public void A_video_is_brought_captioned_given_a_stop_tried_and_published()
    {
        using var ines = new Person(1400, 900).SignIn(apps);
        ines.Press("New", "main");
        ines.BeginActivity(title: "Fronts");
        ines.PressCss("#room-details details[id^=fold-backdrop] summary");
        ines.Run("document.querySelector('#room-details input[value=backdropVideo]').closest('form').id = 'the-video'");
        ines.All("#the-video input[type=file]")[0].SendKeys(Path.Combine(Apps.Root, "demo", "videos", "a-front-passes.webm"));
        ines.See("[data-strip-track]");
        ines.Reads("#room-details", "1:17, 854 × 480");

        // Small pictures come along the strip, each of its own moment.
        ines.Until(() => ines.All("[data-strip-pictures] canvas").Count >= 8 ? "" : null, "the small pictures");

        // Without captions the pauses between words are what stops go to: the commentary has twelve sentences.
        ines.Until(() => ines.All("[data-strip-words] .bg-bergamot").Count >= 10 ? "" : null, "the pauses");

        // What is said is pasted; sentences come onto the strip.
        ines.PressCss("#room-details details[id^=fold-captions] > summary");
        ines.Type(
            "#room-details form[data-path] textarea",
            "0:00 This is the sky on an autumn morning.\n0:05 High, thin clouds are the first sign.\n0:12 The pressure falls. It rains."
        );
        ines.Press("Make captions", "#room-details");
        ines.Reads("[data-strip-words]", "High, thin clouds");
        ines.Saved();

        // Something at a moment in the middle of a sentence: the stop goes to its end.
        ines.Run("document.querySelector('#room-stage video').currentTime = 9");
        ines.Until(() => Math.Abs(Now(ines, "#room-stage video") - 9) < 0.05 ? "" : null, "nine seconds");
        Thread.Sleep(200);
        ines.Keys("n");
        ines.Choose("multipleChoice");
        ines.Saved();
        ines.Until(() => ines.All("[data-cue][data-pauses][data-from='12']").Count == 1 ? "" : null, "a stop at the end of the sentence");

        // It is drawn along the strip to the next end of a sentence, and says which.
        var cue = ines.See("[data-cue]");
        ines.Hand.MoveToElement(cue, -cue.Size.Width / 2 + 6, 0).ClickAndHold().MoveByOffset(30, 0).MoveByOffset(8, 0).Perform();
        ines.Reads("[data-strip-said]", "After “");
        ines.Hand.Release().Perform();
        ines.Saved();
        ines.Until(() => ines.All("[data-cue][data-from='12']").Count == 0 ? "" : null, "another moment");
        // Set by hand into the middle of a sentence, it is marked, and says which it cuts.
        ines.PressCss("#room-details details[id^=fold-time] summary");
        ines.Type("#room-details input[name=from]", "0:08");
        ines.Keys(Keys.Tab);
        ines.Saved();
        ines.See("[data-cue][data-cuts]");
        ines.PressCss("[data-cue]");
        ines.Reads("[data-strip-said]", "Stops inside “High, thin clouds are the first sign.”");

        ines.Type("#room-details input[name='turn-Wrong']", "0:05");
        ines.Keys(Keys.Tab);
        ines.Saved();
        ines.See("[data-arch-from]");

        // Its picture is taken from the moment shown.
        ines.Press("As its picture", "#room-storyboard");
        ines.See("#room-storyboard .board-here img");
        ines.Saved();
        Assert.Empty(ines.Complaints());
    }

    [Fact]
    public void In_a_video_of_all_directions_one_turns_to_what_is_asked()
    {
        using var wren = new Person().Visit(apps, "gallery");
        wren.See(".stage.panorama-live");
        wren.Until(() => wren.Run("return document.querySelector('.stage video').readyState") is >= 2L ? "" : null, "the video");

        // What comes behind one stands at the side, by its name; a press turns there.
        Seek(wren, 6);
        wren.Reads("[data-side=left]", "The great lens");
        wren.PressCss("[data-side=left]");
        wren.Gone("[data-side=left]");
        wren.Until(() => wren.All("[data-sign=g-lens].sign-behind").Count == 0 ? "" : null, "the lens in sight");
        wren.Reads("[data-video-caption]", "behind you, the great lens");

        // It stops where it asks, and turns there by itself.
        Seek(wren, 14.4);
        Play(wren);
        wren.See("#spot-g-ship.open");
        At(wren, 15.099, 0.09);
        wren.Until(() => wren.All("[data-sign=g-ship].sign-behind").Count == 0 ? "" : null, "the ship in sight");
        Answer(wren, "#spot-g-ship", "Its port (left) side");
        wren.Press("Go on watching", "#spot-g-ship");
        wren.Until(() => Now(wren) is > 10.7 and < 13 ? "" : null, "the part that was missed");
        Assert.DoesNotContain(wren.Complaints(), line => !line.Contains("WebGL") && !line.Contains("GL Driver"));
    }

    [Fact]
    public void Captions_are_shown_in_the_size_one_reads_and_can_be_left_away()
    {
        using var wren = new Person().Visit(apps, "front");
        wren.Until(() => wren.Run("return document.querySelector('.stage video').readyState") is >= 2L ? "" : null, "the video");
        Seek(wren, 6);
        wren.Reads("[data-video-caption]", "High, thin clouds");
        var before = wren.See("[data-video-caption]").Size.Height;
        wren.Pick("[data-video-caption-size]", "A 200 %");
        wren.Until(() => wren.See("[data-video-caption]").Size.Height > before * 1.5 ? "" : null, "larger captions");
        wren.Pick("[data-video-captions]", "No captions");
        wren.Gone("[data-video-caption]");

        // A chapter leads to its moment, and is marked while it lasts.
        wren.PressCss("#chapters-film summary");
        wren.Press("The warm front comes", "#chapters-film");
        At(wren, 0);
        wren.Reads("#chapters-film [aria-current]", "The warm front comes");

        // The transcript stays, whatever is shown on the video.
        wren.PressCss("[data-video-transcript] summary");
        wren.Reads("[data-video-lines]", "High, thin clouds");
        Assert.Empty(wren.Complaints());
    }

    [Fact]
    public void In_a_course_it_is_watched_handed_in_from_its_end_and_graded()
    {
        using var person = new Person(refusesThirdPartyCookies: true);
        person.SignInToCourses(apps, "Ines Halloran");
        person.Press("Watchkeepers, evening");
        person.Press("Add an assignment");
        person.IntoFrame();
        person.LookFor("lamp gallery");
        person.Press("On the lamp gallery", "main");
        person.PressCss("input[name='Placed.NoDue']");
        person.Press("Place it in the course", "main");
        person.OutOfFrame();
        person.Until(
            () => person.Driver.Url.Contains("/assignments/", StringComparison.Ordinal) ? "" : null,
            "the assignment to come back"
        );
        person.PressCss("input[name=keptBack]");
        person.Press("Keep", "main form");
        var address = person.Driver.Url;

        person.SignInToCourses(apps, "Cressida Thornbury-Vance");
        person.Go(address);
        person.IntoFrame();
        person.Until(() => person.Run("return document.querySelector('.stage video')?.readyState") is >= 2L ? "" : null, "the video");
        Seek(person, 14.6);
        Play(person);
        Answer(person, "#spot-g-ship", "Its starboard (right) side");
        person.Press("Go on watching", "#spot-g-ship");
        person.Gone("#spot-g-ship.open");
        person.Until(() => Now(person) > 15 ? "" : null, "it goes on");
        person.Run("document.querySelector('.stage video').pause()");
        var left = Now(person);
        Thread.Sleep(1000);

        // Begun here, gone on with on the phone: at the same moment, with what was answered and watched.
        using (var phone = new Person(390, 844, refusesThirdPartyCookies: true))
        {
            phone.SignInToCourses(apps, "Cressida Thornbury-Vance");
            phone.Go(address);
            phone.IntoFrame();
            At(phone, left, 1);
            phone.See("[data-video-marks] .bg-bergamot");
            Play(phone);
            Seek(phone, 22.6);
            phone.See("[data-at-end]");
            phone.Reads("[data-at-end]", "1 question is still open");
            phone.Reads("#list-gallery", "Right");
            phone.Press("Hand in");
            phone.Press("Hand in with 1 question open");
            phone.Reads("#result", "1 of 2 points");
        }

        person.OutOfFrame();
        person.SignInToCourses(apps, "Ines Halloran");
        person.Until(
            () =>
            {
                person.Go(apps.Course + "/courses/watch/grades");
                return
                    person.All("tbody tr").Single(r => r.Text.StartsWith("Cressida", StringComparison.Ordinal)).Text is var row
                    && row.Contains("1 of 2", StringComparison.Ordinal)
                    ? row
                    : null;
            },
            "the grade"
        );
    }
}
