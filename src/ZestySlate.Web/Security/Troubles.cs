using System.Globalization;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Storage;
using ZestySlate.Web.Running;

namespace ZestySlate.Web.Security;

/// <summary>
/// Tells what went wrong with a request as what it is: what cannot be read is a 4xx about that, storage in trouble a 503 with
/// the time to wait. Only what is left is a fault of the program. Scripts get the words alone, people a page.
/// </summary>
internal sealed class Troubles(RequestDelegate next, ILogger<Troubles> log)
{
    /// <summary>Where the words for the page of a problem are kept during a request.</summary>
    public static readonly object Words = new();

    private const int WaitSeconds = 5;

    /// <summary>What cannot be read.</summary>
    /// <param name="words">What is wrong with it, as a sentence.</param>
    /// <param name="status">400, 413 or 415.</param>
    public static BadHttpRequestException Unreadable(string words, int status = StatusCodes.Status400BadRequest) => new(words, status);

    /// <summary>True when a script sent the request and shows the words itself.</summary>
    public static bool IsFromScript(HttpContext context) =>
        context.Request.Headers.ContainsKey("X-Slate-Script") || context.Request.Headers.ContainsKey(RequestProof.Header);

    public async Task InvokeAsync(HttpContext context)
    {
        try
        {
            await next(context);
        }
        catch (BadHttpRequestException problem) when (!context.Response.HasStarted)
        {
            await SayAsync(
                context,
                problem.StatusCode,
                problem.StatusCode == StatusCodes.Status413PayloadTooLarge ? "This is larger than what is taken here." : problem.Message
            );
        }
        catch (Exception problem)
            when (problem is OperationCanceledException or IOException && context.RequestAborted.IsCancellationRequested)
        {
            // Whoever asked has gone; nobody reads an answer.
        }
        catch (DbUpdateException problem) when (!context.Response.HasStarted && problem.IsTaken())
        {
            await SayAsync(
                context,
                StatusCodes.Status409Conflict,
                "This was changed at the same moment, in another tab or by somebody else. Nothing of yours was kept; look at how it stands now."
            );
        }
        catch (Exception problem) when (!context.Response.HasStarted && StoreTrouble.Of(problem) is { } trouble)
        {
            Notices.StoringFailed(log, trouble, problem);
            context.Response.Headers.RetryAfter = WaitSeconds.ToString(CultureInfo.InvariantCulture);
            await SayAsync(
                context,
                StatusCodes.Status503ServiceUnavailable,
                trouble + " Nothing of this was kept; what was kept before is safe."
            );
        }
    }

    private static async Task SayAsync(HttpContext context, int status, string words)
    {
        context.Response.StatusCode = status;
        context.Items[Words] = words;
        if (IsFromScript(context))
        {
            context.Response.ContentType = "text/plain; charset=utf-8";
            await context.Response.WriteAsync(words);
        }
    }
}
