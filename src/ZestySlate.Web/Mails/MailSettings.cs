namespace ZestySlate.Web.Mails;

/// <summary>The mail server (section “Mail” of the configuration). Without a server nothing is mailed, and pages say so.</summary>
public sealed class MailSettings
{
    /// <summary>Its name; empty for none.</summary>
    public string Server { get; set; } = "";

    public int Port { get; set; } = 587;

    /// <summary>Who signs in there; empty for nobody.</summary>
    public string User { get; set; } = "";

    public string Password { get; set; } = "";

    /// <summary>Whom mails come from.</summary>
    public string From { get; set; } = "slate@localhost";

    public string FromName { get; set; } = "Zesty Slate";

    /// <summary>The address of this installation, for links in mails: https://slate.example.</summary>
    public string Links { get; set; } = "";

    /// <summary>True when mails can go out.</summary>
    public bool IsSet => Server.Length > 0 && Links.Length > 0;
}
