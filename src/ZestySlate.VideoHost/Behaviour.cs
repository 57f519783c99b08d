namespace ZestySlate.VideoHost;

/// <summary>How the host behaves, well or badly, as it is told to.</summary>
public enum Manner
{
    /// <summary>As it should.</summary>
    Well,

    /// <summary>Every answer takes a second and a half.</summary>
    Slow,

    /// <summary>Every answer is 503.</summary>
    Away,

    /// <summary>Its player forbids other pages to frame it.</summary>
    Forbidding,

    /// <summary>Its player plays and says nothing to the page around it.</summary>
    Mute,

    /// <summary>Its pages tell of a player where there is none.</summary>
    Lying,
}

/// <summary>Keeps how the host behaves, and does what can be done before any page is asked.</summary>
public sealed class Behaviour
{
    /// <summary>How long a slow answer takes.</summary>
    public static readonly TimeSpan Slowness = TimeSpan.FromSeconds(1.5);

    public Manner Now { get; set; }

    /// <summary>Lets a request through, late, or not at all. How it behaves can always be changed.</summary>
    public async Task PassAsync(HttpContext context, RequestDelegate next)
    {
        var own = context.Request.Path.Value is "/" or "/health" or "/manner";
        if (!own && Now == Manner.Slow)
        {
            await Task.Delay(Slowness, context.RequestAborted);
        }

        if (!own && Now == Manner.Away)
        {
            context.Response.StatusCode = StatusCodes.Status503ServiceUnavailable;
            return;
        }

        await next(context);
    }
}
