using Microsoft.AspNetCore.StaticFiles;
using Microsoft.Net.Http.Headers;

namespace ZestySlate.Web.Assets;

/// <summary>
/// Sends what ships with the product as it was compressed when it was built (NAME.br beside NAME, RFC 7932): smaller than what can
/// be compressed while somebody waits, and no work at all.
/// </summary>
internal sealed class Precompressed(RequestDelegate next, IWebHostEnvironment site)
{
    private const string Ending = ".br";

    private static readonly FileExtensionContentTypeProvider Types = new();

    public Task InvokeAsync(HttpContext context)
    {
        var path = context.Request.Path;
        if (path.StartsWithSegments("/dist") && TakesBrotli(context.Request) && site.WebRootFileProvider.GetFileInfo(path + Ending).Exists)
        {
            context.Request.Path = path + Ending;
        }

        return next(context);
    }

    /// <summary>The options by which static files are sent, compressed ones as what they are.</summary>
    public static StaticFileOptions Options()
    {
        var known = new FileExtensionContentTypeProvider();
        known.Mappings[Ending] = "application/octet-stream";
        return new StaticFileOptions
        {
            ContentTypeProvider = known,
            OnPrepareResponse = file =>
            {
                var headers = file.Context.Response.Headers;
                headers.CacheControl = file.Context.Request.Query.ContainsKey("v")
                    ? "public, max-age=31536000, immutable"
                    : "public, max-age=3600";
                if (
                    file.File.Name.EndsWith(Ending, StringComparison.Ordinal)
                    && Types.TryGetContentType(file.File.Name[..^Ending.Length], out var type)
                )
                {
                    headers.ContentType = type;
                    headers.ContentEncoding = "br";
                    headers.Vary = "Accept-Encoding";
                }
            },
        };
    }

    private static bool TakesBrotli(HttpRequest request) =>
        (HttpMethods.IsGet(request.Method) || HttpMethods.IsHead(request.Method))
        && StringWithQualityHeaderValue.TryParseList(request.Headers.AcceptEncoding, out var encodings)
        && encodings.Any(encoding => encoding.Value.Equals("br", StringComparison.OrdinalIgnoreCase) && encoding.Quality is null or > 0);
}
