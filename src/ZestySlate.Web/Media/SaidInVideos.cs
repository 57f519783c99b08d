using System.Text;
using Microsoft.Extensions.Caching.Memory;
using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Captions;
using ZestySlate.Core.Checking;
using ZestySlate.Formats.Captions;
using ZestySlate.Storage.Media;

namespace ZestySlate.Web.Media;

/// <summary>What is said in the videos of an activity. A captions file never changes under its hash, so what was read is kept for a while.</summary>
public sealed class SaidInVideos(MediaStore media, IMemoryCache kept)
{
    private static readonly TimeSpan Kept = TimeSpan.FromMinutes(20);

    /// <summary>The ready check, with what is said.</summary>
    public async Task<ValueList<Finding>> CheckAsync(Activity activity) =>
        ReadyCheck.Run(activity, (await SentencesAsync(activity)).GetValueOrDefault);

    /// <summary>The sentences of every captions file that is shown first on a video, by the file's hash.</summary>
    public async Task<IReadOnlyDictionary<string, IReadOnlyList<Sentence>?>> SentencesAsync(Activity activity)
    {
        var said = new Dictionary<string, IReadOnlyList<Sentence>?>();
        foreach (var file in activity.Scenes.Select(scene => scene.Backdrop.SaidIn).OfType<string>().Distinct())
        {
            said[file] = await kept.GetOrCreateAsync<IReadOnlyList<Sentence>?>($"sentences {file}", async entry =>
            {
                entry.SlidingExpiration = Kept;
                return await media.ReadAsync(file) is { } bytes ? Sentences.Of(WebVtt.Read(Encoding.UTF8.GetString(bytes))) : null;
            });
        }

        return said;
    }
}
