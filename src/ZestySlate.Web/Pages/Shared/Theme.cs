namespace ZestySlate.Web.Pages;

/// <summary>Light or dark, as somebody chose on this device.</summary>
internal static class Theme
{
    /// <summary>"paper", "slate", or null to follow the device.</summary>
    public static string? Of(HttpContext context) =>
        context.Request.Cookies["slate-theme"] is "paper" or "slate" ? context.Request.Cookies["slate-theme"] : null;
}
