using System.Xml.Linq;
using OpenQA.Selenium;

namespace ZestySlate.Browser.Tests;

/// <summary>Rooms joined by jumps: built, tried, published, walked through.</summary>
public sealed class TourJourney(Apps apps)
{
    [Fact]
    public void A_tour_of_three_rooms_with_ways_back()
    {
        using var ines = new Person().SignIn(apps);
        ines.Press("New", "main");
        ines.BeginActivity(title: "Three rooms");
        ines.Type("#room-details input[name=title]", "Garden");
        ines.Saved();
        ines.AddScene("panoramas/watch-room.jpg");
        ines.See("#room-stage .panorama-live");
        ines.AddScene("panoramas/lamp-gallery.jpg");
        ines.See("#room-stage .panorama-live");

        // From the garden into the watch room; the way back is offered at once.
        ines.PressCss("#room-storyboard .board-scene");
        ines.See("#room-stage .stage-picture");
        ines.MakeJump(0.3, 0.4, "watch-room");
        ines.Press("Add the way back", "#toast");
        ines.Reads("#toast", "The way back is there.");

        // The jump is followed while building; there a second one, by a press on the panorama.
        ines.Press("Go there", "#room-details");
        ines.See("#room-stage .panorama-live a.sign-jump");
        ines.MakeJump(0.5, 0.3, "lamp-gallery");
        ines.Press("Add the way back", "#toast");
        ines.Saved();

        // Where learners first look.
        ines.Keys(Keys.Escape);
        ines.PressCss("#room-details details[id^=fold-backdrop] summary");
        ines.PressCss(".panorama-tools [aria-label='Look right']");
        ines.Press("Open looking this way", "#room-details");
        ines.Reads("#toast", "Learners first look this way.");
        ines.Until(
            () => (string?)ines.Run("return document.querySelector('#room-stage .stage').dataset.yaw") is "20" or "20.0" ? "" : null,
            "the opening direction"
        );
        double Yaw() =>
            Convert.ToDouble(
                ines.Run("return slatePanoramas.views.get(document.querySelector('#room-stage .stage')).direction().yaw"),
                System.Globalization.CultureInfo.InvariantCulture
            );
        ines.PressCss(".panorama-tools [aria-label='Look right']");
        ines.Until(() => Math.Abs(Yaw() - 20) > 5 ? "" : null, "another direction");
        ines.Press("Look where it opens", "#room-details");
        ines.Until(() => Math.Abs(Yaw() - 20) < 0.01 ? "" : null, "the opening direction again");

        ines.Keys("m");
        ines.Until(() => ines.All("#map .map-node").Count == 3 ? "" : null, "the map of three scenes");
        Assert.Empty(ines.All("#map .map-lost, #map .map-end"));
        Assert.Contains("watch-room", ines.See("#map textarea").GetAttribute("value"));
        ines.Keys(Keys.Escape);

        // A line of the outline makes a scene.
        ines.Keys("m");
        ines.Type("#map textarea", "watch-room\n  Boathouse");
        ines.Press("Make the scenes", "#map");
        ines.Until(() => ines.All("#map .map-node").Count == 4 ? "" : null, "the scene from the outline");

        // The map is saved as a file that stands alone: the pictures are in it, and so are the colours.
        ines.Run(
            """
            window.kept = [];
            const make = URL.createObjectURL;
            URL.createObjectURL = file => {
              void file.slice(0, 2_000_000).text().then(text => window.kept.push([file.type, text]));
              return make.call(URL, file);
            };
            """
        );
        ines.PressCss("[data-map-save=svg]");
        var drawn = (string)ines.Until(() => ines.Run("return window.kept[0]?.[1]"), "the map as SVG");
        var parts = XDocument.Parse(drawn).Descendants().ToLookup(element => element.Name.LocalName);
        Assert.Equal(4, parts["g"].Count());
        Assert.DoesNotContain("data-", drawn);
        Assert.NotEmpty(parts["image"]);
        Assert.All(parts["image"], image => Assert.StartsWith("data:image/", image.Attribute("href")!.Value));
        Assert.DoesNotContain("class=", drawn);
        Assert.DoesNotContain("/media/", drawn);
        Assert.Contains("fill: rgb(", drawn);
        ines.PressCss("[data-map-save=png]");
        ines.Until(
            () => (bool)ines.Run("return window.kept.some(one => one[0] === 'image/png' && one[1].includes('PNG'))")! ? "" : null,
            "the map as PNG"
        );
        ines.Keys(Keys.Escape);
        ines.PressCss("[data-do=undo]");
        ines.Until(() => ines.All("#room-storyboard .board-scene").Count == 3 ? "" : null, "undo");
        ines.Saved();

        var code = ines.PublishByLink();
        Assert.Empty(ines.Complaints());

        using var learner = new Person();
        learner.Go($"{apps.Slate}/a/{code}");
        learner.Type("input[name=name]", "Wren");
        learner.Press("Start", "main");
        learner.PressCss("a.sign-jump");
        learner.Reads("#scene-title", "watch-room");
        learner.See(".panorama-live a.sign-jump");
        Assert.Equal("scene-title", learner.Focused);
        learner.PressCss(".spot-list a[data-jump]:last-of-type");
        learner.Until(() => learner.See("#scene-title").Text is "lamp-gallery" or "Garden" ? "" : null, "another room");

        // Where one was is kept; the way back leads where one came from.
        var here = learner.See("#scene-title").Text;
        learner.Driver.Navigate().Refresh();
        learner.Reads("#scene-title", here);
        if (here == "lamp-gallery")
        {
            learner.Press("Back", ".scene-bar");
            learner.Reads("#scene-title", "watch-room");
        }

        Assert.Empty(learner.Complaints());
    }

    [Fact]
    public void A_question_moves_from_a_picture_to_a_panorama()
    {
        using var ines = new Person().SignIn(apps);
        ines.Press("New", "main");
        ines.BeginActivity(title: "Moved question");
        ines.AddScene("panoramas/boathouse.jpg");
        ines.PressCss("#room-storyboard .board-scene");
        ines.See("#room-stage .stage-picture");
        ines.PressStage(0.62, 0.5);
        ines.Choose("trueOrFalse");
        ines.PressCss("[data-field=prompt] [contenteditable=true]");
        ines.Keys("The boat rights itself.");
        ines.Saved();
        ines.PressCss("#room-details details[id^=fold-sign] > summary");
        ines.Press("Move there", "#room-details");
        var sign = ines.See("#room-stage .panorama-live a.sign-question");
        Assert.Equal("The boat rights itself.", ines.See("#room-details [data-field=prompt]").Text.Split('\n')[^1]);
        Assert.InRange(double.Parse(sign.GetAttribute("data-x")!, System.Globalization.CultureInfo.InvariantCulture), 0.6, 0.64);

        // It is answered there like anywhere.
        ines.Saved();
        ines.Press("Try it", "#room-topline");
        ines.See("#room-stage .learn .spot-list");
        ines.Run("document.querySelector('#room-stage .spot-list a[data-open]').focus()");
        ines.Keys(Keys.Enter);
        ines.PressCss("#room-stage .panel.open input[type=radio]");
        ines.Press("Mark my answer", "#room-stage .panel.open");
        ines.See("#room-stage .panel.open .verdict");
        Assert.Empty(ines.Complaints());
    }

    [Fact]
    public void All_jumps_are_restyled_at_once()
    {
        using var ines = new Person().SignIn(apps);
        ines.Press("New", "main");
        ines.BeginActivity(title: "Restyled");
        foreach (var x in new[] { 0.2, 0.4, 0.6 })
        {
            ines.PressStage(x, 0.4);
            ines.Choose("jump");
        }

        ines.PressStage(0.8, 0.4);
        ines.Choose("note");
        ines.SelectSign("#room-stage a.sign-jump");
        ines.PressCss("#room-details details[id^=fold-sign] > summary");
        ines.PressCss("#room-details details[id^=fold-sign] [data-symbols]");
        ines.Type("[data-symbol-search]", "door open");
        ines.PressCss("#symbols [data-symbol=door-open]");
        ines.Saved();
        ines.Until(() => ines.All("#room-stage a.sign-jump use[href*='door-open']").Count == 1 ? "" : null, "one door");
        ines.Press("Make every jump look like this", "#room-details");
        ines.Until(() => ines.All("#room-stage a.sign-jump use[href*='door-open']").Count == 3 ? "" : null, "three doors");
        Assert.Single(ines.All("#room-stage a.sign-note use[href*='notebook-text']"));

        // A spot that misleads is named.
        ines.SelectSign("#room-stage a.sign-note");
        ines.PressCss("#room-details details[id^=fold-sign] > summary");
        ines.PressCss("#room-details details[id^=fold-sign] [data-symbols]");
        ines.Type("[data-symbol-search]", "door open");
        ines.PressCss("#symbols [data-symbol=door-open]");
        ines.Saved();
        ines.PressCss("[data-do=check]");
        ines.Reads("#check", "show the same symbol but do different things");
    }

    [Fact]
    public void Areas_are_drawn_bent_and_pressed()
    {
        using var ines = new Person().SignIn(apps);
        ines.Press("New", "main");
        ines.BeginActivity(title: "Areas");
        var stage = ines.See("#room-stage .stage");
        ines.Hand.MoveToElement(stage, -(stage.Size.Width / 4), -(stage.Size.Height / 4))
            .ClickAndHold()
            .MoveByOffset(60, 40)
            .MoveByOffset(90, 60)
            .Release()
            .Perform();
        ines.Choose("callout");
        ines.Type("#room-details textarea[name=text]", "The watch house");
        ines.Saved();
        Assert.Single(ines.All("#room-stage a.sign-area"));
        Assert.Equal(4, ines.All("#room-stage .area-handle").Count);
        var before = ines.See("#room-stage a.sign-area").GetAttribute("data-outline");
        ines.Hand.MoveToElement(ines.All("#room-stage .area-handle")[2])
            .ClickAndHold()
            .MoveByOffset(30, 20)
            .MoveByOffset(10, 10)
            .Release()
            .Perform();
        ines.Saved();
        ines.Until(() => ines.See("#room-stage a.sign-area").GetAttribute("data-outline") != before ? "" : null, "the bent area");
        ines.PressCss("#room-details details[id^=fold-sign] > summary");
        ines.Pick("#room-details select[name=shape]", "a polygon");
        ines.Saved();
        ines.Until(() => ines.All("#room-stage .area-handle").Count == 10 ? "" : null, "corners and middles of the polygon");
        Assert.Empty(ines.Complaints());
    }

    [Fact]
    public void Several_spots_are_aligned_moved_and_deleted_together()
    {
        using var ines = new Person().SignIn(apps);
        ines.Press("New", "main");
        ines.BeginActivity(title: "Several");
        foreach (var (x, y) in new[] { (0.2, 0.3), (0.4, 0.5), (0.6, 0.4) })
        {
            ines.PressStage(x, y);
            ines.Choose("note");
        }

        ines.SelectSign("#room-stage a.sign-note");
        ines.Hand.KeyDown(Keys.Shift).Click(ines.All("#room-stage a.sign-note")[1]).KeyUp(Keys.Shift).Perform();
        ines.Reads("#room-details h2", "2 spots");
        ines.Hand.KeyDown(Keys.Shift).Click(ines.All("#room-stage a.sign-note")[2]).KeyUp(Keys.Shift).Perform();
        ines.Reads("#room-details h2", "3 spots");
        ines.PressCss("#room-details button[value=Top]");
        ines.Saved();
        ines.Until(
            () => ines.All("#room-stage a.sign-note").Select(s => s.GetAttribute("data-y")).Distinct().Count() == 1 ? "" : null,
            "one line"
        );
        ines.PressCss("#room-details [data-do=delete]");
        ines.Until(() => ines.All("#room-stage a.sign-note").Count == 0 ? "" : null, "all three gone");
        ines.Press("Undo", "#toast");
        ines.Until(() => ines.All("#room-stage a.sign-note").Count == 3 ? "" : null, "all three back");
    }

    [Fact]
    public void Without_WebGl_the_panorama_is_flat_and_everything_is_in_the_list()
    {
        using var learner = new Person(withoutWebGl: true);
        learner.Go(apps.Slate + "/a/watchroom");
        learner.Type("input[name=name]", "Flat Fay");
        learner.Press("Start", "main");
        learner.See(".stage-panorama.panorama-flat img");
        learner.PressCss("a[data-sign=w-log]");
        learner.Reads(".panel.open", "A line is never rubbed out");
        learner.Keys(Keys.Escape);
        Assert.Equal(10, learner.All(".spot-list li").Count);

        // Another activity opens inside, with its own spots.
        learner.PressCss("a[data-sign=w-globe]");
        learner.Driver.SwitchTo().Frame(learner.See(".panel.open iframe"));
        learner.See("a[data-sign=m-low]");
    }
}
