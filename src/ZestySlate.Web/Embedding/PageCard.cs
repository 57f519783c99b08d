using ZestySlate.Core.Activities;
using ZestySlate.Core.Embedding;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Embedding;
using ZestySlate.Storage.Media;
using ZestySlate.Web.Security;

namespace ZestySlate.Web.Embedding;

/// <summary>What the page of an activity says of itself to those who show its address: Open Graph, a description, where its oEmbed is.</summary>
/// <param name="Address">The address that stays.</param>
/// <param name="Title">The title.</param>
/// <param name="Description">One or two sentences; what is in it when its author wrote none.</param>
/// <param name="Picture">The address of its card.</param>
/// <param name="Language">BCP 47.</param>
/// <param name="OEmbed">Where its oEmbed answer is, without the format; null when nobody may frame it.</param>
public sealed record PageCard(string Address, string Title, string Description, string Picture, string Language, string? OEmbed)
{
    /// <summary>The card of an activity that opens for anybody; null for all others, of which nothing is told.</summary>
    public static async Task<PageCard?> OfAsync(HttpContext context, string activityId)
    {
        var services = context.RequestServices;
        if (await services.GetRequiredService<Embeddings>().FindAsync(activityId, context.RequestAborted) is not { IsOpen: true } found)
        {
            return null;
        }

        var edition = services.GetRequiredService<ActivityStore>().Edition(activityId, found.Activity.NewestEdition);
        var site = OwnAddress.Of(context);
        var address = $"{site}/a/{activityId}";
        return new PageCard(
            address,
            edition.Title,
            Describe(edition),
            $"{site}/a/{activityId}/card/{found.Activity.NewestEdition}/{CardSize.Widest}.png",
            edition.Language,
            found.Rule.By == Framing.Nobody ? null : $"{site}/oembed?url={Uri.EscapeDataString(address)}"
        );
    }

    private static string Describe(Activity activity)
    {
        if (activity.Summary.Trim() is { Length: > 0 } summary)
        {
            return summary;
        }

        var questions = activity.Asked.Count();
        return (activity.Scenes.Count, questions) switch
        {
            (_, 0) => "Something to look round in.",
            (1, 1) => "1 question.",
            (1, _) => $"{questions} questions.",
            _ => $"{activity.Scenes.Count} scenes, {questions} {(questions == 1 ? "question" : "questions")}.",
        };
    }
}
