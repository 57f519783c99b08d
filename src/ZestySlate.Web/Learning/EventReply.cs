using Microsoft.AspNetCore.Http.HttpResults;
using ZestySlate.Core.Delivery;
using ZestySlate.Player;
using ZestySlate.Player.Events;

namespace ZestySlate.Web.Learning;

/// <summary>The answer to an event sent by script: the pieces of the page that changed. Learners at work and authors' trials use the same.</summary>
internal static class EventReply
{
    private const string Header = "X-Slate-Script";

    /// <summary>True when a script sent the request and puts the pieces in place itself.</summary>
    public static bool FromScript(HttpContext context) => context.Request.Headers.ContainsKey(Header);

    /// <summary>Says which edition's wording the attempt has, so that an open page can bring itself up to date.</summary>
    public static void SayEdition(HttpContext context, int edition) =>
        context.Response.Headers["X-Slate-Edition"] = edition.ToString(System.Globalization.CultureInfo.InvariantCulture);

    /// <summary>The reply to an event.</summary>
    /// <param name="context">The request.</param>
    /// <param name="outcome">What it changed.</param>
    /// <param name="view">What the learner may see now.</param>
    /// <param name="spot">The spot it was about; empty for none.</param>
    /// <param name="links">What the components need of the host.</param>
    /// <param name="refusal">Why the event was not taken, or null.</param>
    public static IResult Of(HttpContext context, EventOutcome outcome, LearnerView view, string spot, PlayLinks links, string? refusal)
    {
        if (outcome.ShowsResult)
        {
            context.Response.Headers["X-Slate-Reload"] = "result";
        }

        SayInHeader(context, "X-Slate-Spoken", outcome.Spoken);
        if (outcome.IsWhole)
        {
            context.Response.Headers["X-Slate-Whole"] = "yes";
            SayInHeader(context, "X-Slate-Refusal", refusal);
            SayInHeader(context, "X-Slate-Said", outcome.Said);
            return new RazorComponentResult<Learn>(
                new Dictionary<string, object?> { [nameof(Learn.View)] = view, [nameof(Learn.Links)] = links }
            );
        }

        return new RazorComponentResult<AfterEvent>(
            new Dictionary<string, object?>
            {
                [nameof(AfterEvent.View)] = view,
                [nameof(AfterEvent.Links)] = links,
                [nameof(AfterEvent.SpotId)] = spot,
                [nameof(AfterEvent.ShowQuestion)] = outcome.ShowsQuestion,
                [nameof(AfterEvent.Refusal)] = refusal,
            }
        );
    }

    /// <summary>The fields of a request's form.</summary>
    public static FormFields Fields(this IFormCollection form) =>
        new(form.SelectMany(field => field.Value.Select(value => KeyValuePair.Create(field.Key, value ?? ""))));

    private static void SayInHeader(HttpContext context, string header, string? words)
    {
        if (words is not null)
        {
            context.Response.Headers[header] = Uri.EscapeDataString(words);
        }
    }
}
