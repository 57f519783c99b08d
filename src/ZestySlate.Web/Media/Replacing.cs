using ZestySlate.Core.Editing;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Media;

namespace ZestySlate.Web.Media;

/// <summary>Puts another file in the place of one, in the library and in every draft that shows it.</summary>
public sealed class Replacing(MediaLibrary library, ActivityStore activities)
{
    /// <summary>Replaces the file of an entry; gives how many drafts were changed with it.</summary>
    public async Task<int> EverywhereAsync(MediaItem item, ReadyFile file)
    {
        var (old, uses) = (item.Hash, await library.UsedInAsync(item.Hash, item.OwnerId));
        await library.SetFileAsync(item, file);
        foreach (var use in uses)
        {
            var draft = (await activities.DraftAsync(use.Id))!;
            await activities.EditAsync(
                use.Id,
                draft.Record.Version,
                item.OwnerId,
                new ReplaceMedia(old, item.Hash, file.Width, file.Height, file.Seconds)
            );
        }

        return uses.Count;
    }

    /// <summary>What was done, in words.</summary>
    /// <param name="changed">In how many activities.</param>
    public static string Said(int changed) =>
        $"Replaced{(changed > 0 ? $", in {changed} {(changed == 1 ? "activity" : "activities")} too. Publish them for their learners to see it" : "")}.";
}
