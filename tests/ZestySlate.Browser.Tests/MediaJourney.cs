using OpenQA.Selenium;

namespace ZestySlate.Browser.Tests;

/// <summary>The media library: many files at once, finding them again, blurring what nobody is to recognise, replacing, the bin.</summary>
public sealed class MediaJourney(Apps apps)
{
    [Fact]
    public void Many_files_come_at_once_each_with_its_own_message()
    {
        var folder = Directory.CreateTempSubdirectory("slate-media").FullName;
        File.WriteAllText(Path.Combine(folder, "lying.png"), "I am no picture.");
        File.WriteAllText(Path.Combine(folder, "talk.srt"), "1\n00:00:01,000 --> 00:00:02,500\nGood evening.\n");
        File.WriteAllText(
            Path.Combine(folder, "drawing.svg"),
            "<svg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 20 10'><script>alert(1)</script><rect width='20' height='10' fill='#0b5a5f'/></svg>"
        );
        using var tobiah = new Person().SignIn(apps, "tobiah.renn@gannetpoint.example");
        tobiah.Press("Media", "header");
        tobiah
            .Until(() => tobiah.All("[data-add-files]").FirstOrDefault(), "the field")
            .SendKeys(
                string.Join(
                    '\n',
                    Path.Combine(folder, "lying.png"),
                    Path.Combine(folder, "talk.srt"),
                    Path.Combine(folder, "drawing.svg"),
                    Path.Combine(Apps.Root, "demo/sounds/clock.wav"),
                    Path.Combine(Apps.Root, "demo/panoramas/boathouse.jpg")
                )
            );
        tobiah.Reads("#arrivals .problem", "“lying.png” cannot be used here");
        tobiah.Until(() => tobiah.All("#media-list .tile").Count == 4 ? "" : null, "four files");
        tobiah.Reads("#media-list", "panorama");

        // Search as one types, folders, the bin and back.
        tobiah.Type("#words", "clock");
        tobiah.Until(() => tobiah.All("#media-list .tile").Count == 1 ? "" : null, "the clock alone");
        tobiah.PressCss("#media-list [data-tick]");
        tobiah.Type(".several-bar input[name=folder]", "Sounds/Rooms");
        tobiah.Press("Put into the folder", ".several-bar");
        tobiah.Reads(".media-side", "Rooms");
        tobiah.PressCss("#media-list [data-tick]");
        tobiah.Press("To the bin", ".several-bar");
        tobiah.Reads("#media-list", "Nothing fits these words.");
        tobiah.PressCss(".media-side a[href*='bin=yes']");
        tobiah.PressCss("#media-list [data-tick]");
        tobiah.Press("Restore", ".several-bar");
        tobiah.Reads("#media-list", "The bin is empty.");

        // What points inside this machine is not fetched.
        tobiah.Press("Media", "header");
        tobiah.Type("#address", apps.Course + "/health");
        tobiah.Press("Fetch it", "main");
        tobiah.Reads("#arrivals .problem", "inside this machine's own network");
        Assert.All(tobiah.Complaints(), message => Assert.Contains("422", message));
    }

    /// <summary>An AVIF of 48 × 30 pixels, which only the browser can read.</summary>
    private const string Photo =
        "AAAAIGZ0eXBhdmlmAAAAAGF2aWZtaWYxbWlhZk1BMUEAAADybWV0YQAAAAAAAAAoaGRscgAAAAAAAAAAcGljdAAAAAAAAAAAAAAA"
        + "AGxpYmF2aWYAAAAADnBpdG0AAAAAAAEAAAAeaWxvYwAAAABEAAABAAEAAAABAAABGgAAACEAAAAoaWluZgAAAAAAAQAAABppbmZl"
        + "AgAAAAABAABhdjAxQ29sb3IAAAAAamlwcnAAAABLaXBjbwAAABRpc3BlAAAAAAAAADAAAAAeAAAAEHBpeGkAAAAAAwgICAAAAAxh"
        + "djFDgSAAAAAAABNjb2xybmNseAABAA0ABoAAAAAXaXBtYQAAAAAAAAABAAEEAQKDBAAAACltZGF0EgAKCTgVL+sICGg0gDISFkAG"
        + "GGGEALLQflrfnZ6sgXtG";

    [Fact]
    public void A_photo_that_only_the_browser_can_read_comes_as_what_it_has_read()
    {
        var folder = Directory.CreateTempSubdirectory("slate-photo").FullName;
        File.WriteAllBytes(Path.Combine(folder, "dunes.avif"), Convert.FromBase64String(Photo));
        File.WriteAllText(Path.Combine(folder, "broken.heic"), "I am no photo.");
        using var mireille = new Person().SignIn(apps, "mireille.osei@gannetpoint.example");
        mireille.Press("Media", "header");
        var field = mireille.Until(() => mireille.All("[data-add-files]").FirstOrDefault(), "the field");
        field.SendKeys(string.Join('\n', Path.Combine(folder, "dunes.avif"), Path.Combine(folder, "broken.heic")));
        mireille.Reads("#arrivals .problem", "“broken.heic” cannot be used here");
        mireille.Type("#words", "dunes");
        mireille.Until(() => mireille.All("#media-list .tile").Count == 1 ? "" : null, "the photo");
        mireille.Reads("#media-list", "48 × 30");
    }

    [Fact]
    public void A_face_is_blurred_and_its_pixels_are_gone()
    {
        using var mireille = new Person().SignIn(apps, "mireille.osei@gannetpoint.example");
        mireille.Go(apps.Slate + "/media-library");
        mireille.See("html.scripted");
        mireille.Run(
            """
            const canvas = Object.assign(document.createElement("canvas"), { width: 1200, height: 800 });
            const paint = canvas.getContext("2d");
            for (let x = 0; x < 1200; x += 8) { paint.fillStyle = x % 16 ? "#e9c9a0" : "#17232b"; paint.fillRect(x, 0, 8, 800); }
            canvas.toBlob(blob => {
              const files = new DataTransfer();
              files.items.add(new File([blob], "face.png", { type: "image/png" }));
              const field = document.querySelector("[data-add-files]");
              field.files = files.files;
              field.dispatchEvent(new Event("change", { bubbles: true }));
            });
            """
        );
        mireille.See("#media-list a.tile");
        mireille.Go(apps.Slate + "/new");
        mireille.BeginActivity("shelter-inside.png", "With a face");
        var code = mireille.Driver.Url.Split('/')[^1].Split('?')[0];
        mireille.Press("Library", "#room-details");
        mireille.Until(
            () => mireille.All("#picker .tile").FirstOrDefault(tile => tile.Text.Contains("face")) is { } tile && Pressed(tile) ? "" : null,
            "the face in the picker"
        );
        mireille.Saved();
        mireille.Go(apps.Slate + "/media-library");
        mireille.Press("face", "#media-list");
        var picture = mireille.See("[data-editor-stage] img");
        var old = Hash(picture);
        Assert.True(Detail(mireille, old, "") > 40, "there is detail to begin with");
        mireille.PressCss("[data-tool=blur]");
        mireille
            .Hand.MoveToElement(picture, -(picture.Size.Width / 4), -(picture.Size.Height / 5))
            .ClickAndHold()
            .MoveByOffset(80, 60)
            .MoveByOffset(picture.Size.Width / 4, picture.Size.Height / 4)
            .Release()
            .Perform();
        mireille.See(".edit-blur");
        mireille.Press("Change it here and in 1 activity", "main");
        mireille.Reads(".said-done", "gone from every stored size");

        // The activity shows the new file; the old address, at every width, shows it too.
        var now = Hash(mireille.See("[data-editor-stage] img"));
        Assert.NotEqual(old, now);
        foreach (var width in new[] { "", "/480", "/960" })
        {
            Assert.True(Same(mireille, $"/media/{old}{width}", $"/media/{now}{width}"), "old and new are one at " + width);
            Assert.True(Detail(mireille, old, width) < 12, "no detail is left at " + width);
        }

        mireille.Go($"{apps.Slate}/author/{code}");
        Assert.Contains(now, mireille.See("#room-stage .stage img").GetAttribute("src"));
        mireille.PressCss("[data-do=undo]");
        mireille.Saved();
        Assert.True(Detail(mireille, Hash(mireille.See("#room-stage .stage img")), "") < 12, "undo brings nothing back");
        Assert.Empty(mireille.Complaints());
    }

    [Fact]
    public void A_picture_is_straightened_in_sight_replaced_after_a_look_and_put_back_and_a_sound_is_cut_on_its_wave()
    {
        using var ines = new Person(1280, 940).SignIn(apps);
        ines.Go(apps.Slate + "/media-library");
        ines.All("[data-add-files]")[0].SendKeys(Path.Combine(Apps.Root, "demo/pictures/shelter-inside.png"));
        ines.See("#media-list a.tile");
        ines.Press("shelter-inside", "#media-list");
        var old = Hash(ines.See("[data-editor-stage] img"));
        Assert.False(ines.All("[data-tool=undo]")[0].Enabled);

        // Straight and turned it is seen as it will be; what is cropped is cropped of that. What to blur is marked on it as it is.
        ines.Type("[name=straighten]", "10");
        string Look() => (string)ines.Run("return document.querySelector('[data-editor-layer]').style.transform")!;
        Assert.StartsWith("rotate(10deg) scale(1.", Look(), StringComparison.Ordinal);
        ines.Pick("[name=turns]", "a quarter right");
        Assert.StartsWith("rotate(100deg)", Look(), StringComparison.Ordinal);
        var frame = ines.See("[data-editor-stage]").Size;
        Assert.True(frame.Height > frame.Width, "a picture that lies stands when it is turned");
        ines.PressCss("[data-tool=blur]");
        Assert.Equal("", Look());
        ines.PressCss("[data-tool=crop]");
        Assert.StartsWith("rotate(100deg)", Look(), StringComparison.Ordinal);
        ines.Driver.Navigate().Refresh();

        // Another file is looked at first, and the old one can be put back.
        ines.All("form[data-replace] input[type=file]")[0].SendKeys(Path.Combine(Apps.Root, "demo/pictures/instrument-garden.png"));
        ines.Reads("[data-compare-said]", "Then: 1600 × 1000");
        Assert.False(ines.All("[data-compare-warns]")[0].Displayed);
        ines.Press("Replace everywhere", "form[data-replace]");
        ines.Reads(".said-done", "Replaced");
        Assert.NotEqual(old, Hash(ines.See("[data-editor-stage] img")));
        ines.Press("Put the old one back", ".said-done");
        ines.Reads(".said-done", "The old one is back");
        Assert.Equal(old, Hash(ines.See("[data-editor-stage] img")));
        Assert.Empty(ines.All(".said-done button"));

        // The nearer end goes along with the hand.
        ines.Go(apps.Slate + "/media-library?kind=Sound");
        ines.Press("bell-buoy", "#media-list");
        ines.Until(() => ines.See("[data-trim] [name=to]").GetAttribute("value")!.Length > 0 ? "" : null, "how long it lasts");
        var wave = ines.See("[data-wave]");
        var ends = double.Parse(
            ines.See("[data-trim] [name=to]").GetAttribute("value")!,
            System.Globalization.CultureInfo.InvariantCulture
        );
        ines.Hand.MoveToElement(wave, -(wave.Size.Width / 2) + 10, 0)
            .ClickAndHold()
            .MoveToElement(wave, -(wave.Size.Width / 4), 0)
            .Release()
            .Perform();
        var begins = double.Parse(
            ines.See("[data-trim] [name=from]").GetAttribute("value")!,
            System.Globalization.CultureInfo.InvariantCulture
        );
        Assert.InRange(begins / ends, 0.24, 0.26);
        Assert.Empty(ines.Complaints());
    }

    private static bool Pressed(IWebElement element)
    {
        element.Click();
        return true;
    }

    private static string Hash(IWebElement picture) => picture.GetAttribute("src")!.Split("/media/")[1].Split('/')[0];

    private static bool Same(Person person, string one, string other) =>
        (bool)
            person.Driver.ExecuteAsyncScript(
                """
                const done = arguments[arguments.length - 1];
                Promise.all([arguments[0], arguments[1]].map(a => fetch(a, { cache: "reload" }).then(r => r.arrayBuffer()))).then(([a, b]) => {
                  const [x, y] = [new Uint8Array(a), new Uint8Array(b)];
                  done(x.length === y.length && x.every((v, i) => v === y[i]));
                });
                """,
                one,
                other
            )!;

    /// <summary>The greatest step between neighbouring pixels inside the region that is blurred.</summary>
    private static double Detail(Person person, string hash, string width) =>
        Convert.ToDouble(
            person.Driver.ExecuteAsyncScript(
                """
                const done = arguments[arguments.length - 1];
                fetch(arguments[0], { cache: "reload" }).then(r => r.blob()).then(createImageBitmap).then(picture => {
                  const canvas = new OffscreenCanvas(picture.width, picture.height);
                  const paint = canvas.getContext("2d");
                  paint.drawImage(picture, 0, 0);
                  const [x, y, w, h] = [0.32, 0.36, 0.12, 0.12].map((share, i) => Math.round(share * (i % 2 === 0 ? picture.width : picture.height)));
                  const { data } = paint.getImageData(x, y, w, h);
                  let most = 0;
                  for (let row = 0; row < h; row++) {
                    for (let at = row * w * 4; at < (row * w + w - 1) * 4; at += 4) { most = Math.max(most, Math.abs(data[at] - data[at +
                      4]) + Math.abs(data[at + 1] - data[at + 5])); }
                  }
                  done(most);
                });
                """,
                $"/media/{hash}{width}"
            ),
            System.Globalization.CultureInfo.InvariantCulture
        );
}
