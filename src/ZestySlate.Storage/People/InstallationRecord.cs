namespace ZestySlate.Storage.People;

/// <summary>What whoever runs the installation has set on its pages. What stands in the configuration goes before.</summary>
public sealed class InstallationRecord
{
    public int Id { get; set; } = 1;

    /// <summary>The address under which people reach it, without a slash at the end: https://slate.example. Empty for the one that is asked for.</summary>
    public string Address { get; set; } = "";

    /// <summary>The mail server's name; empty for none.</summary>
    public string MailServer { get; set; } = "";

    public int MailPort { get; set; } = 587;

    public string MailUser { get; set; } = "";

    /// <summary>The password there, protected by the installation's own keys.</summary>
    public string MailPassword { get; set; } = "";

    public string MailFrom { get; set; } = "";
}
