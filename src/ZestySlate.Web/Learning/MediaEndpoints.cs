using Microsoft.Extensions.Caching.Memory;
using Microsoft.Net.Http.Headers;
using ZestySlate.Storage.Media;

namespace ZestySlate.Web.Learning;

/// <summary>Files by their content hash. The hash is 256 bits and known only to those who were shown the picture. A picture can be taken
/// out of sight (blurred for good): then its address shows another, so no cache keeps it for long, and none that others share keeps it at
/// all.</summary>
internal static class MediaEndpoints
{
    /// <summary>So long it is remembered where a file lies: who watches a video asks for one range after the other.</summary>
    private static readonly TimeSpan Remembered = TimeSpan.FromSeconds(30);

    public static void MapMedia(this IEndpointRouteBuilder routes)
    {
        routes
            .MapGet("/media/{hash}/{width:int?}", async (string hash, int? width, HttpContext context, IMemoryCache known) =>
            {
                if (await FindAsync(hash, width, context, known) is not var (path, contentType))
                {
                    return Results.NotFound();
                }

                context.Response.Headers.CacheControl = "private, max-age=300, must-revalidate";
                return Results.File(
                    path,
                    contentType,
                    enableRangeProcessing: true,
                    entityTag: new EntityTagHeaderValue($"\"{Path.GetFileName(path)}\"")
                );
            })
            .AllowAnonymous();
    }

    /// <summary>Where a file lies. What was remembered and has gone from the disk meanwhile is looked for anew.</summary>
    private static async Task<(string Path, string ContentType)?> FindAsync(
        string hash,
        int? width,
        HttpContext context,
        IMemoryCache known
    )
    {
        var key = ("media", hash, width);
        if (known.TryGetValue(key, out (string Path, string ContentType) there) && File.Exists(there.Path))
        {
            return there;
        }

        if (await context.RequestServices.GetRequiredService<MediaStore>().FindAsync(hash, width) is not { } found)
        {
            return null;
        }

        known.Set(key, found, Remembered);
        return found;
    }
}
