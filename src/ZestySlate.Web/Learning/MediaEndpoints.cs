using ZestySlate.Storage.Media;

namespace ZestySlate.Web.Learning;

/// <summary>Files by their content hash. The hash is 256 bits and known only to those who were shown the picture; the bytes never change.</summary>
internal static class MediaEndpoints
{
    public static void MapMedia(this IEndpointRouteBuilder routes)
    {
        routes.MapGet("/media/{hash}/{width:int?}", async (string hash, int? width, MediaStore media, HttpContext context) =>
        {
            if (await media.FindAsync(hash, width) is not { } file)
            {
                return Results.NotFound();
            }

            context.Response.Headers.CacheControl = "public, max-age=31536000, immutable";
            return Results.File(file.Path, file.ContentType, enableRangeProcessing: true);
        }).AllowAnonymous();
    }
}
