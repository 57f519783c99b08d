namespace ZestySlate.Browser.Tests;

/// <summary>The library: found by words and by what is behind *More*, dragged into a folder and into the bin, last opened first.</summary>
public sealed class LibraryJourney(Apps apps)
{
    [Fact]
    public void Activities_are_found_dragged_into_a_folder_and_thrown_away()
    {
        using var ines = new Person().SignIn(apps);
        // Others work under her name meanwhile; once, hers is the last that was opened.
        ines.Until(
            () =>
            {
                ines.Go(apps.Slate + "/author/clouds");
                ines.See("#room-stage");
                ines.Go(apps.Slate + "/library");
                return ines.See(".cards > li").GetAttribute("id") == "card-clouds" ? "" : null;
            },
            "the last opened to be first"
        );
        ines.Reads("#card-clouds time", "now");

        // Dragged into a folder, as one does with files.
        ines.DragOnto(ines.See("#card-clouds .card-state"), ines.See("a[data-into='Watchkeepers']"));
        ines.Reads(".said-done", "Moved.");
        ines.PressCss("a[data-into='Watchkeepers']");
        ines.See("#card-clouds");

        // What is behind More narrows the list at once, and is taken away by its chip.
        ines.PressCss("#library-more summary");
        ines.Pick("#library-more select[name=language]", "العربية");
        ines.Until(() => ines.All("#card-clouds").Count == 0 ? "" : null, "the list to be narrowed");
        ines.PressCss("h1");
        Assert.Null(ines.See("#library-more").GetAttribute("open"));
        ines.Press("العربية", "#library-list");
        ines.See("#card-clouds");

        // As lines, remembered; into the bin and back.
        ines.PressCss("label:has(> input[name=view][value=list])");
        ines.Until(() => ines.All(".cards").Count == 0 ? "" : null, "lines");
        ines.Go(apps.Slate + "/library");
        Assert.Empty(ines.All(".cards"));
        ines.DragOnto(ines.See("#card-clouds .card-state"), ines.See("a[data-into-bin]"));
        ines.Reads(".said-done", "1 activity is in the bin.");
        ines.Press("Undo", ".said-done");
        ines.See("#card-clouds");
        ines.DragOnto(ines.See("#card-clouds .card-state"), ines.See("a[data-into='']"));
        ines.Reads(".said-done", "Moved.");
        Assert.Empty(ines.Complaints());
    }
}
