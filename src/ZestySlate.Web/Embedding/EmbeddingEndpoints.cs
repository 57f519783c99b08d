using ZestySlate.Core.Embedding;
using ZestySlate.Formats.Embedding;
using ZestySlate.Storage.Embedding;
using ZestySlate.Storage.Media;
using ZestySlate.Storage.People;
using ZestySlate.Web.Security;

namespace ZestySlate.Web.Embedding;

/// <summary>What other pages ask when they show an activity: its card, and what it says of itself (oEmbed 1.0); and logos of schools.</summary>
internal static class EmbeddingEndpoints
{
    private const int UsualWidth = 960,
        UsualHeight = 600;

    public static void MapEmbedding(this IEndpointRouteBuilder routes)
    {
        routes
            .MapGet("/schools/{school:int}/logo/{mark}.png", async (int school, string mark, HttpContext context, SchoolLooks looks) =>
            {
                if (await looks.LogoAsync(school, mark, context.RequestAborted) is not { } logo)
                {
                    return Results.NotFound();
                }

                // Another logo has another address.
                context.Response.Headers.CacheControl = "public, max-age=31536000, immutable";
                return Results.Bytes(logo, "image/png");
            })
            .AllowAnonymous();
        routes.MapGet("/oembed", AnswerAsync).AllowAnonymous().RequireRateLimiting(Limits.Codes);
        routes
            .MapGet(
                "/a/{activity}/card/{edition:int}/{width:int}.png",
                async (string activity, int edition, int width, HttpContext context, Embeddings embeddings, CardPictures cards) =>
                {
                    // An address that was shown before the newest edition shows the newest one.
                    if (
                        await embeddings.FindAsync(activity, context.RequestAborted) is not { IsOpen: true } found
                        || edition < 1
                        || await cards.PathAsync(activity, found.Activity.NewestEdition, width, context.RequestAborted) is not { } path
                    )
                    {
                        return Results.NotFound();
                    }

                    context.Response.Headers.CacheControl = "public, max-age=3600";
                    return Results.File(path, "image/png");
                }
            )
            .AllowAnonymous()
            .RequireRateLimiting(Limits.Codes);
    }

    /// <summary>Answers for an address of ours: in JSON or XML, no larger than asked for. For what is not ours or not there 404, for what is
    /// not public 401, for another format 501 (section 2.3.4.3).</summary>
    private static async Task<IResult> AnswerAsync(
        string? url,
        string? format,
        string? maxwidth,
        string? maxheight,
        HttpContext context,
        Embeddings embeddings
    )
    {
        if (format is not (null or "" or "json" or "xml"))
        {
            return Said(501, "Answers are given as json or xml.");
        }

        if (Bound(maxwidth) is not { } widest || Bound(maxheight) is not { } highest)
        {
            return Said(400, "maxwidth and maxheight are whole numbers of pixels, 1 or more.");
        }

        if (string.IsNullOrWhiteSpace(url))
        {
            return Said(400, "url is missing: the address of an activity.");
        }

        if (IdIn(url, context) is not { } id || await embeddings.FindAsync(id, context.RequestAborted) is not { } found)
        {
            return Said(404, "There is no activity at this address.");
        }

        if (!found.IsOpen || found.Rule.By == Framing.Nobody || await PageCard.OfAsync(context, id) is not { } card)
        {
            return Said(found.Activity.BinnedAt is null ? 401 : 404, "This activity is not open to everybody, or not on other pages.");
        }

        var (width, height) = (Math.Min(UsualWidth, widest), Math.Min(UsualHeight, highest));
        var thumbnail = CardSize.Widths.FirstOrDefault(one => one <= widest && CardSize.HeightOf(one) <= highest);
        var answer = new OEmbed
        {
            Title = card.Title,
            ProviderName = "Zesty Slate",
            ProviderUrl = OwnAddress.Of(context),
            Html = new EmbedCode(OwnAddress.Of(context), id, card.Title).Html(new EmbedSize("asked", "", width, height)),
            Width = width,
            Height = height,
            ThumbnailUrl = thumbnail > 0 ? card.Picture.Replace($"/{CardSize.Widest}.png", $"/{thumbnail}.png") : null,
            ThumbnailWidth = thumbnail > 0 ? thumbnail : null,
            ThumbnailHeight = thumbnail > 0 ? CardSize.HeightOf(thumbnail) : null,
        };
        return format == "xml"
            ? Results.Text(answer.ToXml(), "text/xml", System.Text.Encoding.UTF8)
            : Results.Text(answer.ToJson(), "application/json", System.Text.Encoding.UTF8);
    }

    /// <summary>The activity that an address of this installation is of, or null.</summary>
    private static string? IdIn(string url, HttpContext context) =>
        Uri.TryCreate(url, UriKind.Absolute, out var address)
        && address.Scheme is "http" or "https"
        && Uri.TryCreate(OwnAddress.Of(context), UriKind.Absolute, out var own)
        && address.Authority.Equals(own.Authority, StringComparison.OrdinalIgnoreCase)
        && address.AbsolutePath.TrimEnd('/').Split('/') is [_, "a" or "embed", { Length: > 0 } id]
            ? id
            : null;

    /// <summary>A bound in pixels; none is as good as endless. Null for what is no number.</summary>
    private static int? Bound(string? typed) =>
        string.IsNullOrEmpty(typed) ? int.MaxValue
        : int.TryParse(typed, System.Globalization.NumberStyles.None, System.Globalization.CultureInfo.InvariantCulture, out var bound)
        && bound >= 1
            ? bound
        : null;

    private static IResult Said(int status, string words) => Results.Text(words, statusCode: status);
}
