namespace ZestySlate.Browser.Tests;

/// <summary>The guided first activity: in step with what is done, left at any time, brought back from Help.</summary>
public sealed class GuidedJourney(Apps apps)
{
    private static void Now(Person ines, string step) => ines.Reads("[data-step][aria-current=step]", step);

    [Fact]
    public void Five_steps_lead_from_a_picture_to_the_link()
    {
        using var ines = new Person(1280, 940).SignIn(apps);
        ines.Go(apps.Slate + "/help");
        ines.Press("First activity, in five steps", "main");
        ines.BeginActivity("shelter-inside.png", "Led");
        Now(ines, "Put something on it");
        ines.PressStage(0.6, 0.3);
        ines.Choose("callout");
        Now(ines, "Write its words");
        ines.Type("#room-details .details-head ~ form textarea, #room-details .details-head ~ form input:not([type=hidden])", "louvres");
        ines.Saved();
        Now(ines, "Try it as a learner");

        // A reload forgets nothing; what leaves no trace is remembered.
        ines.Press("Try it", "#room-topline");
        Now(ines, "Publish and hand it out");
        ines.Driver.Navigate().Refresh();
        Now(ines, "Publish and hand it out");

        // Left, it stays away; from Help it comes back; handed out, it is over.
        ines.PressCss("[data-guided-leave]");
        ines.Gone("[data-step]");
        ines.Driver.Navigate().Refresh();
        ines.See("#room-stage .stage img");
        Assert.Empty(ines.All("[data-step]"));
        var here = ines.Driver.Url;
        ines.Go(apps.Slate + "/help");
        ines.Press("First activity, in five steps", "main");
        ines.See("#straight-head");
        ines.Go(here);
        Now(ines, "Try it as a learner");
        ines.PublishByLink();
        ines.Go(here);
        ines.See("#room-stage .stage img");
        Assert.Empty(ines.All("[data-step]"));
        Assert.Empty(ines.Complaints());
    }
}
