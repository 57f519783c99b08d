using System.Text.Json;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace ZestySlate.Web.Security;

/// <summary>Requests by which a page of ours fetches or sends a part of itself (htmx).</summary>
internal static class Fragments
{
    /// <summary>True when a page that is there already fetches a part of itself.</summary>
    public static bool IsOne(HttpContext context) => context.Request.Headers.ContainsKey("HX-Request");

    /// <summary>What was done, said on the page where it was asked; nothing else on it changes.</summary>
    public static IActionResult Said(this HttpContext context, string words)
    {
        context.Tell(words);
        return new NoContentResult();
    }

    /// <summary>Has the page say what was done, and tells it of an event that parts of it wait for.</summary>
    public static void Tell(this HttpContext context, string words, string? happened = null)
    {
        var events = new Dictionary<string, string> { ["slate:said"] = words };
        if (happened is not null)
        {
            events[happened] = "";
        }

        // Headers carry plain letters only; the serializer escapes all others.
        context.Response.Headers["HX-Trigger"] = JsonSerializer.Serialize(events);
    }

    /// <summary>A part that finds its own place on the page; what was asked for stays as it is.</summary>
    public static IActionResult Beside(PageModel page, string partial, object model)
    {
        page.Response.Headers["HX-Reswap"] = "none";
        return page.Partial(partial, model);
    }

    /// <summary>Why something was not done, said on the page where it was asked.</summary>
    public static IActionResult Refused(string words) =>
        new ContentResult
        {
            StatusCode = StatusCodes.Status422UnprocessableEntity,
            ContentType = "text/plain; charset=utf-8",
            Content = words,
        };
}
