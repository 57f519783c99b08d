using ZestySlate.CourseSite.State;

namespace ZestySlate.CourseSite.Lti;

/// <summary>Lets the services go wrong as they were told to.</summary>
public static class Misbehaving
{
    /// <summary>Before every answer of a service: slow, away, or 503.</summary>
    /// <param name="store">What it was told.</param>
    /// <param name="context">The request.</param>
    /// <param name="slowOnly">True for what is never away.</param>
    /// <returns>The answer instead of the right one; null for none.</returns>
    public static async Task<IResult?> MisbehaveAsync(this SiteStore store, HttpContext context, bool slowOnly = false)
    {
        var mischief = store.Read(state => state.Mischief);
        if (mischief.SlowSeconds > 0)
        {
            await Task.Delay(TimeSpan.FromSeconds(mischief.SlowSeconds));
        }

        if (mischief.Away && !slowOnly)
        {
            context.Abort();
            return Results.Empty;
        }

        return mischief.Answers503 && !slowOnly ? Results.StatusCode(503) : null;
    }
}
