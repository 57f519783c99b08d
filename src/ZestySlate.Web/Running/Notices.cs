namespace ZestySlate.Web.Running;

/// <summary>
/// What whoever runs the installation reads in the log: about its doors, and about what goes on by itself. None of it names a person, tells a secret of an
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

    [LoggerMessage(LogLevel.Warning, "Score {Delivery} was not taken at try {Try}: {Problem}; next try {Next}")]
    public static partial void ScoreNotTaken(ILogger log, int delivery, int @try, string? problem, DateTimeOffset? next);

    [LoggerMessage(LogLevel.Error, "Attempt {Attempt} cannot be read; its course site is not told of it")]
    public static partial void AttemptUnread(ILogger log, string attempt);

    [LoggerMessage(LogLevel.Warning, "Mail {Mail} was not taken at try {Try}: {Problem}")]
    public static partial void MailNotTaken(ILogger log, int mail, int @try, string? problem);

    [LoggerMessage(LogLevel.Error, "{What} failed; it is tried again in {Rest}")]
    public static partial void LoopFailed(ILogger log, string what, TimeSpan rest, Exception problem);

    [LoggerMessage(LogLevel.Warning, "Nobody runs this installation yet. Open {Address}/setup and type the code {Code}")]
    public static partial void NobodyRunsThis(ILogger log, string? address, string code);

    [LoggerMessage(LogLevel.Error, "Storing failed: {Trouble}")]
    public static partial void StoringFailed(ILogger log, string trouble, Exception problem);

    [LoggerMessage(LogLevel.Information, "{States} old states of {Drafts} drafts were thinned out")]
    public static partial void Thinned(ILogger log, int states, int drafts);

    [LoggerMessage(LogLevel.Information, "{Files} files ({Megabytes} MB) were deleted that nothing has shown for {Days} days")]
    public static partial void Collected(ILogger log, int files, long megabytes, int days);

    /// <summary>What somebody outside says, fit for a line of the log: without what would begin another, and not endless.</summary>
    public static string Plain(string? said) =>
        said is not { Length: > 0 }
            ? "(nobody named)"
            : string.Concat(said.Take(200).Select(letter => char.IsControl(letter) ? ' ' : letter));
}
