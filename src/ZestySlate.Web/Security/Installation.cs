using System.Security.Cryptography;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Options;
using ZestySlate.Core;
using ZestySlate.Core.Wording;
using ZestySlate.Storage;
using ZestySlate.Storage.People;
using ZestySlate.Web.Mails;
using ZestySlate.Web.Running;

namespace ZestySlate.Web.Security;

/// <summary>
/// What this installation is: its address and its mail server, from the configuration or from its own pages, and whether
/// somebody has taken charge of it yet.
/// </summary>
public sealed class Installation(IConfiguration configuration, IDataProtectionProvider protection, IDbContextFactory<SlateDb> open)
    : IConfigureOptions<MailSettings>
{
    private readonly IDataProtector _protector = protection.CreateProtector("ZestySlate.Installation");
    private InstallationRecord _set = new();

    /// <summary>The code that whoever sets the installation up must know; null once somebody has.</summary>
    public string? SetupCode { get; private set; }

    /// <summary>What learners read on the pages around activities.</summary>
    public Words Words => Words.Of(_set.Language);

    /// <summary>The address that was set, or empty.</summary>
    public string Address => OwnAddress.Read(configuration["Server:Address"]) ?? _set.Address;

    /// <summary>True when the address stands in the configuration, and pages cannot change it.</summary>
    public bool AddressIsConfigured => OwnAddress.Read(configuration["Server:Address"]) is not null;

    /// <summary>True when the mail server stands in the configuration.</summary>
    public bool MailIsConfigured => configuration["Mail:Server"] is { Length: > 0 };

    /// <summary>What was set on the pages.</summary>
    public InstallationRecord Set => _set;

    /// <summary>Reads what was set; without a keeper, makes the code for the set-up and writes it to the log.</summary>
    /// <param name="db">The database.</param>
    /// <param name="log">Where the code is written.</param>
    /// <param name="bringsKeeper">True for the demo, which has a keeper of its own.</param>
    internal async Task LoadAsync(SlateDb db, ILogger log, bool bringsKeeper)
    {
        _set = await db.Installation.AsNoTracking().SingleOrDefaultAsync() ?? new InstallationRecord();
        if (bringsKeeper || await HasKeeperAsync(db))
        {
            SetupCode = null;
            return;
        }

        SetupCode = configuration["Setup:Code"] is { Length: > 0 } code ? code : Ids.JoinCode() + Ids.JoinCode();
        Notices.NobodyRunsThis(log, Address, configuration["Setup:Code"] is { Length: > 0 } ? "that is configured" : SetupCode);
    }

    /// <summary>True when this is the code for the set-up, and it is still to be done.</summary>
    public bool IsCode(string? typed) =>
        SetupCode is { } code
        && CryptographicOperations.FixedTimeEquals(
            System.Text.Encoding.UTF8.GetBytes(typed?.Trim().ToUpperInvariant() ?? ""),
            System.Text.Encoding.UTF8.GetBytes(code.ToUpperInvariant())
        );

    /// <summary>True while nobody runs it; somebody may have been made a keeper from the terminal meanwhile.</summary>
    internal async Task<bool> NeedsSetupAsync()
    {
        if (SetupCode is null)
        {
            return false;
        }

        await using var db = await open.CreateDbContextAsync();
        if (await HasKeeperAsync(db))
        {
            SetupCode = null;
        }

        return SetupCode is not null;
    }

    /// <summary>The set-up is done: its code is good no more.</summary>
    internal void TakenCharge() => SetupCode = null;

    /// <summary>True when there is a keeper.</summary>
    internal static Task<bool> HasKeeperAsync(SlateDb db) =>
        db.UserRoles.AnyAsync(role =>
            db.Roles.Any(known => known.Id == role.RoleId && known.Name == Roles.Keeper)
            && db.Users.Any(person => person.Id == role.UserId && person.ClosedAt == null)
        );

    /// <summary>Keeps what was set.</summary>
    /// <param name="set">What was set; an empty mail password keeps the one there is.</param>
    internal async Task SaveAsync(InstallationRecord set)
    {
        await using var db = await open.CreateDbContextAsync();
        set.MailPassword = set.MailPassword.Length > 0 ? _protector.Protect(set.MailPassword) : _set.MailPassword;
        var known = await db.Installation.SingleOrDefaultAsync();
        if (known is null)
        {
            db.Installation.Add(set);
        }
        else
        {
            (known.Address, known.MailServer, known.MailPort, known.MailUser, known.MailPassword, known.MailFrom) = (
                set.Address,
                set.MailServer,
                set.MailPort,
                set.MailUser,
                set.MailPassword,
                set.MailFrom
            );
            (known.Language, known.Registration, known.RegistrationBy, known.SecondFactor) = (
                set.Language,
                set.Registration,
                set.RegistrationBy,
                set.SecondFactor
            );
        }

        await db.SaveChangesAsync();
        _set = set;
    }

    public void Configure(MailSettings options)
    {
        if (!MailIsConfigured)
        {
            (options.Server, options.Port, options.User) = (_set.MailServer, _set.MailPort, _set.MailUser);
            options.Password = Unprotected(_set.MailPassword);
            options.From = _set.MailFrom.Length > 0 ? _set.MailFrom : options.From;
        }

        options.Links = options.Links.Length > 0 ? options.Links : Address;
    }

    private string Unprotected(string kept)
    {
        try
        {
            return kept.Length == 0 ? "" : _protector.Unprotect(kept);
        }
        catch (CryptographicException)
        {
            // The keys are others: restored elsewhere. The keeper sets the password again.
            return "";
        }
    }
}
