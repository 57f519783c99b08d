using Microsoft.Net.Http.Headers;
using ZestySlate.Storage.Media;

namespace ZestySlate.Web.Learning;

/// <summary>Files by their content hash. The hash is 256 bits and known only to those who were shown the picture. A picture can be taken
/// out of sight (blurred for good): then its address shows another, so no cache keeps it for long, and none that others share keeps it at
/// all.</summary>
internal static class MediaEndpoints
{
    public static void MapMedia(this IEndpointRouteBuilder routes)
    {
        routes
            .MapGet("/media/{hash}/{width:int?}", async (string hash, int? width, MediaStore media, HttpContext context) =>
            {
                if (await media.FindAsync(hash, width) is not { } file)
                {
                    return Results.NotFound();
                }

                context.Response.Headers.CacheControl = "private, max-age=300, must-revalidate";
                return Results.File(
                    file.Path,
                    file.ContentType,
                    enableRangeProcessing: true,
                    entityTag: new EntityTagHeaderValue($"\"{Path.GetFileName(file.Path)}\"")
                );
            })
            .AllowAnonymous();
    }
}
