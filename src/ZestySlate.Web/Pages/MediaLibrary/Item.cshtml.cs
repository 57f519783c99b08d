using System.Globalization;
using System.Text;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.Core;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Media;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Media;

namespace ZestySlate.Web.Pages.MediaLibrary;

/// <summary>One entry of the media library: see it, name it, change it, replace it everywhere.</summary>
[Authorize(Policy = Rights.MediaOwner)]
[RequestSizeLimit(MediaIntake.MostBytes)]
public sealed class ItemModel(Storage.Media.MediaLibrary library, MediaStore media, MediaIntake intake, Replacing replacing) : PageModel
{
    public MediaItem Item { get; private set; } = null!;

    public IReadOnlyList<ActivityRecord> UsedIn { get; private set; } = [];

    public IReadOnlyList<string> Folders { get; private set; } = [];

    public string? Problem { get; private set; }

    /// <summary>What was done, once.</summary>
    [TempData]
    public string? Said { get; set; }

    /// <summary>The entry whose file was just replaced, with that file's hash and seconds, while it can be put back; null for none.</summary>
    [TempData]
    public string? Before { get; set; }

    /// <summary>The text of a captions file.</summary>
    public string Text { get; private set; } = "";

    /// <summary>True for pictures made of pixels that stand still.</summary>
    public bool CanChange { get; private set; }

    public Task OnGetAsync(string item)
    {
        // One look at the page does not take the way back away.
        TempData.Keep(nameof(Before));
        return LoadAsync(item);
    }

    /// <summary>Puts the file back that was replaced last.</summary>
    public async Task<IActionResult> OnPostBackAsync(string item)
    {
        await LoadAsync(item);
        if (
            Before?.Split(' ') is not [var entry, var hash, var seconds]
            || entry != item
            || await media.AgainAsync(hash, Item.Kind, decimal.Parse(seconds, CultureInfo.InvariantCulture)) is not { } old
        )
        {
            return Refused("What was replaced is not there any more.");
        }

        var count = await replacing.EverywhereAsync(Item, old);
        return Done($"The old one is back{(count > 0 ? $", in {count} {(count == 1 ? "activity" : "activities")} too" : "")}.");
    }

    /// <summary>Keeps its words, unless it has other ones by now than the page that sends these has shown; what was typed stays in the fields.</summary>
    public async Task<IActionResult> OnPostWordsAsync(
        string item,
        int seen,
        string name,
        string? folder,
        string? tags,
        string? alternativeText,
        string? decorative,
        string? credit,
        string? licence,
        string? transcript
    )
    {
        await LoadAsync(item);
        if (seen != Item.Version)
        {
            var before = WordsOf(Item);
            (Item.Name, Item.Folder, Item.Tags) = (name ?? "", folder ?? "", tags ?? "");
            (Item.AlternativeText, Item.Decorative) = (alternativeText ?? "", decorative == "yes");
            (Item.Credit, Item.Licence, Item.Transcript) = (credit ?? "", licence ?? "", transcript ?? "");
            var kept = before
                .Except(WordsOf(Item))
                .Select(other => other.Text.Length == 0 ? $"no {other.Name}" : $"{other.Name} “{other.Text}”");
            return Refused(
                "This was changed meanwhile in another tab, so nothing was written over. "
                    + (kept.ToList() is { Count: > 0 } now ? $"It is kept with {string.Join(", ", now)}. " : "")
                    + "What you typed is in the fields still; Save puts it in its place."
            );
        }

        await library.DescribeAsync(Item, name ?? "", folder ?? "", tags ?? "");
        await library.SayAsync(Item, alternativeText ?? "", decorative == "yes", credit ?? "", licence ?? "", transcript ?? "");
        return Done("Saved. Uses made from now on get these words; earlier ones keep their own.");
    }

    public async Task<IActionResult> OnPostBinAsync(string item)
    {
        await library.BinAsync(User.Id(), [item]);
        return Done("It is in the bin. What shows it goes on showing it.");
    }

    public async Task<IActionResult> OnPostRestoreAsync(string item)
    {
        await library.RestoreAsync(User.Id(), [item]);
        return Done("It is back in the library.");
    }

    /// <summary>Another file in its place, in the library and in every draft.</summary>
    public async Task<IActionResult> OnPostReplaceAsync(string item, IFormFile? file)
    {
        await LoadAsync(item);
        if (file is null)
        {
            return Refused("Choose a file first.");
        }

        var (old, seconds) = (Item.Hash, Item.Seconds);
        return await intake.UseAsync<IActionResult>(
            file,
            async ready =>
                !ready.Succeeded ? Refused(ready.Refusal!)
                : ready.Value.Kind != Item.Kind ? Refused($"“{file.FileName}” is of another kind than what it would replace.")
                : Replaced(old, seconds, await replacing.EverywhereAsync(Item, ready.Value)),
            HttpContext.RequestAborted
        );
    }

    /// <summary>Crops, turns, straightens, resizes, blurs what the page has shown.</summary>
    public async Task<IActionResult> OnPostChangeAsync(
        string item,
        int seen,
        string? crop,
        string? blurs,
        int turns,
        string? straighten,
        int? width,
        string? how
    )
    {
        await LoadAsync(item);
        if (seen != Item.Version)
        {
            return Refused("This was changed meanwhile in another tab. Here it is as it is now; your change was not made.");
        }

        if (!CanChange || await media.ReadAsync(Item.Hash) is not { } bytes || await media.FindAsync(Item.Hash, null) is not { } file)
        {
            return Refused("This picture cannot be changed here.");
        }

        var change = new PictureChange
        {
            Blurs = Boxes(blurs).ToValueList(),
            Crop = Boxes(crop).Select(box => (PictureBox?)box).FirstOrDefault(),
            QuarterTurns = turns,
            Straighten = EditForms.Number(straighten) is var degrees && double.IsFinite(degrees) ? degrees : 0,
            Width = width,
            Wraps = Item.IsPanorama,
        };
        using var turn = await PictureGate.EnterAsync(HttpContext.RequestAborted);
        var changed = PictureEditing.Apply(bytes, file.ContentType, change);
        if (!changed.Succeeded)
        {
            return Refused(changed.Refusal!);
        }

        if (how == "new")
        {
            var twin = await library.AddAsync(changed.Value, Item.Name + " (changed)", User.Id(), Item.Folder);
            await library.SayAsync(twin, Item.AlternativeText, Item.Decorative, Item.Credit, Item.Licence, "");
            Said = "Kept as a new picture.";
            return RedirectToPage(new { item = twin.Id });
        }

        var old = Item.Hash;
        var count = await replacing.EverywhereAsync(Item, changed.Value);
        var blurred = "";
        if (change.Blurs.Count > 0)
        {
            var shared = await library.IsSharedAsync(old, User.Id());
            blurred = shared
                ? " A colleague has the same file in a library of their own; their copy is theirs and was not touched."
                : " What was blurred is gone from every stored size.";
            if (!shared)
            {
                await media.ReplaceForGoodAsync(old, Item.Hash);
            }
        }

        return Done($"Changed{(count > 0 ? $", in {count} {(count == 1 ? "activity" : "activities")} too" : "")}.{blurred}");
    }

    private async Task LoadAsync(string item)
    {
        Item = (await library.FindAsync(item, User.Id()))!;
        UsedIn = await library.UsedInAsync(Item.Hash, User.Id());
        Folders = await library.FoldersAsync(User.Id());
        if (Item.Kind == MediaKind.Captions && await media.ReadAsync(Item.Hash) is { } bytes)
        {
            Text = Encoding.UTF8.GetString(bytes);
        }

        CanChange =
            Item.Kind == MediaKind.Picture
            && await media.FindAsync(Item.Hash, null) is { ContentType: not ("image/svg+xml" or "image/gif") };
    }

    /// <summary>What can be said of an entry, each with its name in a sentence.</summary>
    private static IReadOnlyList<(string Name, string Text)> WordsOf(MediaItem item) =>
        [
            ("the name", item.Name),
            ("folder", item.Folder),
            ("tags", item.Tags),
            ("alternative text", item.AlternativeText),
            ("mark as decorative", item.Decorative ? "yes" : ""),
            ("credit", item.Credit),
            ("licence", item.Licence),
            ("words of what is heard", item.Transcript),
        ];

    /// <summary>Boxes as the page writes them: "x y width height", several separated by semicolons.</summary>
    private static IEnumerable<PictureBox> Boxes(string? typed) =>
        (typed ?? "")
            .Split(';', StringSplitOptions.RemoveEmptyEntries)
            .Select(box => box.Split(' ', StringSplitOptions.RemoveEmptyEntries).Select(part => EditForms.Number(part)).ToArray())
            .Where(box => box.Length == 4 && box.All(double.IsFinite))
            .Take(100)
            .Select(box => new PictureBox(box[0], box[1], box[2], box[3]));

    private RedirectToPageResult Replaced(string old, decimal seconds, int changed)
    {
        var done = Done(Replacing.Said(changed));
        Before = old == Item.Hash ? null : $"{Item.Id} {old} {seconds.ToString(CultureInfo.InvariantCulture)}";
        return done;
    }

    private RedirectToPageResult Done(string said)
    {
        // A redirect keeps what was told last; what is done now ends the way back to what was before.
        TempData.Remove(nameof(Before));
        (Said, Before) = (said, null);
        return RedirectToPage();
    }

    private PageResult Refused(string problem)
    {
        Problem = problem;
        return Page();
    }
}
