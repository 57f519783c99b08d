using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Captions;
using ZestySlate.Core.Delivery;
using ZestySlate.Player;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.People;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Media;
using ZestySlate.Web.Security;

namespace ZestySlate.Web.Pages.Author;

/// <summary>An activity on paper, for its author: the blank worksheet, the answer key, the pictures with numbered spots.</summary>
[Authorize(Policy = Rights.ActivityEditor)]
public sealed class PaperModel(ActivityStore store, SchoolLooks schools, SaidInVideos said) : PageModel
{
    /// <summary>A story whose scenes have numbers to go to.</summary>
    public const string Booklet = "booklet";

    /// <summary>What can be printed.</summary>
    public static IReadOnlyList<(string Key, string Title)> Sheets { get; } =
    [
        ("worksheet", "The blank worksheet"),
        ("key", "The answer key with reasons"),
        ("numbers", "The pictures with numbered spots"),
        (Booklet, "The story as a booklet"),
    ];

    /// <summary>What is printed.</summary>
    [BindProperty(SupportsGet = true)]
    public string What { get; set; } = "worksheet";

    /// <summary>The paper: “a4” or “letter”.</summary>
    [BindProperty(SupportsGet = true)]
    public string Size { get; set; } = "a4";

    public string Id { get; private set; } = "";

    public Activity Document { get; private set; } = new();

    /// <summary>The worksheet or the key; null for the pictures.</summary>
    public LearnerView? View { get; private set; }

    public PlayLinks Links { get; private set; } = null!;

    /// <summary>How what the author's school publishes looks; null for no school.</summary>
    public SchoolLook? School { get; private set; }

    /// <summary>The scenes with a picture, with their spots numbered.</summary>
    public IReadOnlyList<SceneView> Numbered { get; private set; } = [];

    /// <summary>What is said in its videos, by the titles of their scenes.</summary>
    public IReadOnlyList<(string Title, IReadOnlyList<Sentence> Sentences)> Said { get; private set; } = [];

    public async Task OnGetAsync(string activity)
    {
        What = Sheets.Any(sheet => sheet.Key == What) ? What : "worksheet";
        Size = Size == "letter" ? "letter" : "a4";
        (Id, Document) = (activity, (await store.DraftAsync(activity))!.Document.WithoutBlanks());
        School = await schools.OfActivityAsync(activity, HttpContext.RequestAborted);
        Links = new PlayLinks("", "paper", null, SecurityHeaders.StyleNonce(HttpContext)) { IsTrial = true, IsPaper = true };
        if (What == Booklet)
        {
            return;
        }

        if (What == "numbers")
        {
            Numbered = Document
                .Scenes.Where(scene => !scene.Backdrop.IsFlow && scene.Spots.Any(spot => spot.Content.Consequence is null))
                .Select(scene => OnPaper.Numbered(Document, scene))
                .ToList();
        }
        else
        {
            View = What == "key" ? OnPaper.Key(Document) : OnPaper.Worksheet(Document);
            var sentences = await said.SentencesAsync(Document);
            Said =
            [
                .. Document
                    .Scenes.Where(scene => scene.Backdrop.SaidIn is { } file && sentences[file] is { Count: > 0 })
                    .Select(scene => (Document.TitleOf(scene), sentences[scene.Backdrop.SaidIn!]!)),
            ];
        }
    }
}
