namespace ZestySlate.Web.Running;

/// <summary>
/// What whoever runs the installation reads in the log about its doors. None of it names a person, tells a secret of an
/// address, or repeats what was typed; a network address stands only where somebody was turned away.
/// </summary>
internal static partial class Notices
{
    [LoggerMessage(LogLevel.Warning, "A launch from {Issuer} was refused: {Reason}")]
    public static partial void LaunchRefused(ILogger log, string issuer, string reason);

    [LoggerMessage(LogLevel.Warning, "A sign-in from {Network} failed: {Reason}")]
    public static partial void SignInFailed(ILogger log, string network, string reason);

    /// <summary>Told once a minute for each network and door: whoever hammers at it does not fill the log.</summary>
    [LoggerMessage(LogLevel.Warning, "{Network} tries too often at {Route} and waits a minute")]
    public static partial void TriesTooOften(ILogger log, string network, string route);

    [LoggerMessage(LogLevel.Information, "{States} old states of {Drafts} drafts were thinned out")]
    public static partial void Thinned(ILogger log, int states, int drafts);

    [LoggerMessage(LogLevel.Information, "{Files} files ({Megabytes} MB) were deleted that nothing has shown for {Days} days")]
    public static partial void Collected(ILogger log, int files, long megabytes, int days);

    /// <summary>What somebody outside says, fit for a line of the log: without what would begin another, and not endless.</summary>
    public static string Plain(string? said) =>
        said is not { Length: > 0 } ? "(nobody named)" : string.Concat(said.Take(200).Select(letter => char.IsControl(letter) ? ' ' : letter));
}
