using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Activities;

/// <summary>Addresses of pages elsewhere.</summary>
public static class WebAddress
{
    /// <summary>The address as it can be used: with https in front when no scheme was typed.</summary>
    public static string Completed(string typed)
    {
        var address = typed.Trim();
        return
            address.Length == 0
            || address.Contains("://", StringComparison.Ordinal)
            || address.StartsWith("mailto:", StringComparison.OrdinalIgnoreCase)
            || !address.Contains('.')
            || address.Contains(':')
                && !char.IsAsciiDigit(address[address.IndexOf(':') + 1 < address.Length ? address.IndexOf(':') + 1 : 0])
            ? address
            : "https://" + address;
    }

    /// <summary>Why it cannot be used, or null. Only http and https lead anywhere.</summary>
    public static string? Refuse(string address) =>
        Uri.TryCreate(address, UriKind.Absolute, out var uri) && uri.Scheme is "http" or "https" && uri.Host.Length > 0
            ? null
            : AuthorWords.Say("notAddressWebPageBegins", address);

    /// <summary>The address when it can be used, else nothing: for what is put on a page.</summary>
    public static string? Safe(string address) => Refuse(address) is null ? address : null;
}
