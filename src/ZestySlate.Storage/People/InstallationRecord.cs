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

    /// <summary>Whether teachers make accounts for themselves.</summary>
    public Registration Registration { get; set; }

    /// <summary>What they must have for that: the ends of e-mail addresses, parted by blanks, or a code; empty where nobody registers.</summary>
    public string RegistrationBy { get; set; } = "";

    /// <summary>The language of the school as a BCP 47 tag: learners read the pages around activities in it, and new activities begin in it.</summary>
    public string Language { get; set; } = "en";

    /// <summary>Who must have a second factor.</summary>
    public SecondFactorFor SecondFactor { get; set; }
}

/// <summary>Whether teachers make accounts for themselves.</summary>
public enum Registration
{
    /// <summary>A keeper invites them.</summary>
    Off,

    /// <summary>Whoever reads the mails of an address with one of certain ends: gannetpoint.example.</summary>
    ByDomain,

    /// <summary>Whoever knows a code, and reads the mails of their address.</summary>
    ByCode,
}

/// <summary>Who must have a second factor to sign in; who may, has one if they set it up.</summary>
public enum SecondFactorFor
{
    Nobody,

    Keepers,

    Everybody,
}
