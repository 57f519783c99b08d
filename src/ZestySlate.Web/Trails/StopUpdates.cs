using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Trails;
using ZestySlate.Storage.Activities;

namespace ZestySlate.Web.Trails;

/// <summary>What the stops of a trail are linked to, as it stands today, and taking it up.</summary>
public sealed class StopUpdates(ActivityStore store)
{
    /// <summary>The activities that stops are linked to, by their codes.</summary>
    public async Task<IReadOnlyDictionary<string, Authoring.LinkedActivity>> LinksAsync(Activity activity)
    {
        var links = new Dictionary<string, Authoring.LinkedActivity>();
        foreach (var id in (activity.Trail?.Stops ?? []).Select(stop => stop.Origin?.ActivityId).OfType<string>().Distinct())
        {
            if (await store.LinkedAsync(id) is { } known)
            {
                links[id] = new Authoring.LinkedActivity(known.Title, known.NewestEdition);
            }
        }

        return links;
    }

    /// <summary>The stops whose activities have a newer edition than the one they show.</summary>
    public async Task<IReadOnlyList<Stop>> OutdatedAsync(Activity activity)
    {
        var links = await LinksAsync(activity);
        return (activity.Trail?.Stops ?? [])
            .Where(stop => stop.Origin is { } origin && links.GetValueOrDefault(origin.ActivityId)?.Newest > origin.Edition)
            .ToList();
    }

    /// <summary>The edit that brings a stop up to the newest edition of what it is linked to, or why there is none.</summary>
    /// <param name="trailId">The code of the trail.</param>
    /// <param name="stop">The stop.</param>
    /// <param name="personId">Who asks, who must be allowed to read the activity.</param>
    public async Task<Outcome<Edit>> EditAsync(string trailId, Stop stop, string personId)
    {
        if (stop.Origin is not { } origin)
        {
            return Outcome<Edit>.Refused("This is not linked any more.");
        }

        if (await store.ReusableDocumentAsync(origin.ActivityId, personId) is not { Edition: > 0 } source)
        {
            return Outcome<Edit>.Refused("What this is linked to is not there any more. End the link to keep it as a copy.");
        }

        return await store.ContainsAsync(source.Id, trailId)
            ? Outcome<Edit>.Refused(
                $"“{source.Document.Title}” is made of this activity by now; taken up, it would be inside itself. End the link to keep it as a copy."
            )
            : new UpdateStop(stop.Id, source.Document, source.Edition);
    }
}
