using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc.RazorPages;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Delivery;
using ZestySlate.Storage;
using ZestySlate.Storage.Activities;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Identity;

namespace ZestySlate.Web.Pages;

/// <summary>The teacher's own activities, the last changed first.</summary>
[Authorize(Policy = Rights.Teacher)]
public sealed class LibraryModel(SlateDb db, ActivityStore store) : PageModel
{
    /// <summary>One activity on the page.</summary>
    public sealed record Card(ActivityRecord Record, SceneView Scene, Picture? Cover, int Attempts)
    {
        /// <summary>What it is now, in words.</summary>
        public string State => Record.NewestEdition == 0 ? "Draft" : Record.Visibility switch
        {
            Visibility.Link => "Anyone with the link",
            Visibility.ClassOnly => "Class only",
            _ => "Private",
        } + (Record.Head != Record.PublishedRevision ? ", changed since" : "");
    }

    public IReadOnlyList<Card> Cards { get; private set; } = [];

    public string OwnerName { get; private set; } = "";

    public async Task OnGetAsync()
    {
        var me = User.Id();
        OwnerName = await db.Users.Where(person => person.Id == me).Select(person => person.DisplayName).SingleAsync();
        var records = await db.Activities.AsNoTracking().Where(a => a.OwnerId == me).OrderByDescending(a => a.ChangedAt).ToListAsync();
        var attempts = await db.Attempts.Where(a => db.Activities.Any(own => own.Id == a.ActivityId && own.OwnerId == me))
            .GroupBy(a => a.ActivityId).Select(g => new { g.Key, Count = g.Count() }).ToDictionaryAsync(g => g.Key, g => g.Count);
        var cards = new List<Card>();
        foreach (var record in records)
        {
            var draft = (await store.DraftAsync(record.Id))!;
            cards.Add(new Card(record, SceneView.ForAuthor(draft.Document, draft.Document.Scenes[0]), draft.Document.Look.Cover, attempts.GetValueOrDefault(record.Id)));
        }

        Cards = cards;
    }
}
