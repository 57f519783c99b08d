using ZestySlate.Core;
using ZestySlate.Storage;
using ZestySlate.Storage.People;

namespace ZestySlate.Cli;

/// <summary>What whoever runs an installation does from the terminal: a keeper, a backup.</summary>
internal static class InstallationCommands
{
    /// <summary>zesty keeper add EMAIL [NAME] --data FOLDER</summary>
    internal static int Keeper(IReadOnlyList<string> args, TextWriter output, TextWriter errors)
    {
        var (plain, data) = Parted(args);
        if (plain is not ["add", var email, .. var name] || data is null)
        {
            errors.WriteLine("usage: zesty keeper add EMAIL [NAME] --data FOLDER");
            return 2;
        }

        var added = Keepers.AddAsync(data, email, string.Join(' ', name), DateTimeOffset.UtcNow).GetAwaiter().GetResult();
        return Say(
            added,
            password =>
                password.Length == 0
                    ? $"{email} is a keeper now; the password is the one there was."
                    : $"{email} is a keeper now. Sign in with the password {password}; a new one is asked for then.",
            output,
            errors
        );
    }

    /// <summary>zesty backup FILE --data FOLDER, zesty check-backup FILE, zesty restore FILE --data FOLDER</summary>
    internal static int Backups(string command, IReadOnlyList<string> args, TextWriter output, TextWriter errors)
    {
        var (plain, data) = Parted(args);
        return (command, plain, data) switch
        {
            ("backup", [var file], { } folder) => Say(
                Backup.Make(folder, file, DateTimeOffset.UtcNow),
                count => $"{file}: {count} files. Check it with: zesty check-backup {file}",
                output,
                errors
            ),
            ("check-backup", [var file], _) => Say(
                Backup.Check(file),
                count => $"{file} is whole: {count} files, a sound database, and everything that it names.",
                output,
                errors
            ),
            ("restore", [var file], { } folder) => Say(
                Backup.Restore(file, folder),
                count => $"{count} files are in {folder}. Start Zesty Slate on it.",
                output,
                errors
            ),
            _ => Say(
                Outcome<int>.Refused(
                    command == "check-backup" ? "usage: zesty check-backup FILE" : $"usage: zesty {command} FILE --data FOLDER"
                ),
                _ => "",
                output,
                errors,
                2
            ),
        };
    }

    private static int Say<T>(Outcome<T> outcome, Func<T, string> done, TextWriter output, TextWriter errors, int status = 1)
    {
        if (!outcome.Succeeded)
        {
            errors.WriteLine(outcome.Refusal);
            return status;
        }

        output.WriteLine(done(outcome.Value));
        return 0;
    }

    private static (List<string> Plain, string? Data) Parted(IReadOnlyList<string> args)
    {
        var plain = args.ToList();
        var at = plain.IndexOf("--data");
        if (at < 0 || at + 1 >= plain.Count)
        {
            return (plain, null);
        }

        var data = plain[at + 1];
        plain.RemoveRange(at, 2);
        return (plain, data);
    }
}
