namespace ZestySlate.Web.Security;

/// <summary>The address of this installation in everything that is given out: the one that was set, else the one that was asked for.</summary>
internal static class OwnAddress
{
    /// <summary>Scheme, host and port, without a slash at the end.</summary>
    public static string Of(HttpContext context) =>
        context.RequestServices.GetRequiredService<Installation>().Address is { Length: > 0 } set
            ? set
            : $"{context.Request.Scheme}://{context.Request.Host}";

    /// <summary>An address as it is to be set: absolute, http or https, with nothing behind the host; null when it is none.</summary>
    public static string? Read(string? typed) =>
        Uri.TryCreate(typed?.Trim(), UriKind.Absolute, out var address)
        && (address.Scheme is "http" or "https")
        && address.PathAndQuery == "/"
        && address.UserInfo.Length == 0
            ? address.GetLeftPart(UriPartial.Authority)
            : null;
}
