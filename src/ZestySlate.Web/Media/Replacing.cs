using ZestySlate.Core.Editing;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Media;

namespace ZestySlate.Web.Media;

/// <summary>Puts another file in the place of one, in the library and in every draft that shows it.</summary>
public sealed class Replacing(MediaLibrary library, ActivityStore activities)
{
    /// <summary>So often a draft is tried that somebody else is changing.</summary>
    private const int Tries = 5;

    /// <summary>Replaces the file of an entry; gives how many drafts were changed with it.</summary>
    public async Task<int> EverywhereAsync(MediaItem item, ReadyFile file)
    {
        var (old, uses, changed) = (item.Hash, await library.UsedInAsync(item.Hash, item.OwnerId), 0);
        await library.SetFileAsync(item, file);
        var swap = new ReplaceMedia(old, item.Hash, file.Width, file.Height, file.Seconds);
        foreach (var use in uses)
        {
            for (var i = 0; i < Tries; i++)
            {
                var draft = (await activities.DraftAsync(use.Id))!;
                var result = await activities.EditAsync(use.Id, draft.Record.Version, item.OwnerId, swap);
                if (result.Conflict is null)
                {
                    changed += result.Refusal is null ? 1 : 0;
                    break;
                }
            }
        }

        return changed;
    }

    /// <summary>What was done, in words.</summary>
    /// <param name="changed">In how many activities.</param>
    public static string Said(int changed) =>
        $"Replaced{(changed > 0 ? $", in {changed} {(changed == 1 ? "activity" : "activities")} too. Publish them for their learners to see it" : "")}.";
}
