using System.Text.Encodings.Web;
using System.Text.Json;
using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Classes;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Json;
using ZestySlate.Formats.Answers;
using ZestySlate.Formats.RichText;

namespace ZestySlate.Cli;

/// <summary>The commands of the terminal program. Exit status: 0 done, 1 the check found what blocks, 2 bad input.</summary>
public static class Commands
{
    private const string Help = """
        zesty mark ACTIVITY ANSWERS [--json]   marks the answers of one learner, with the reason for each mark
        zesty check ACTIVITY                   the ready check; exit status 1 when something blocks publishing

        zesty rehearse ACTIVITY [--learners N] [--seed N] [--difficulty SPOT=D] [--json]
                                               a simulated class does it: expected spread, time, questions nobody
                                               gets right, scenes nobody reaches; D is 0 for usual, 1 for hard

        zesty keeper add EMAIL [NAME] --data FOLDER
                                               makes somebody a keeper of an installation
        zesty backup FILE --data FOLDER        the whole of an installation in one file, while it runs
        zesty check-backup FILE                whether it is whole
        zesty restore FILE --data FOLDER       brings it into an empty folder

        ACTIVITY and ANSWERS are files as docs/activity-format.md describes them.
        """;

    internal static readonly JsonSerializerOptions Json = new(StoredJson.Trusted)
    {
        WriteIndented = true,
        Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
        Converters = { new FractionJson() },
    };

    /// <summary>Runs one command.</summary>
    public static int Run(string[] args, TextWriter output, TextWriter errors)
    {
        switch (args)
        {
            case ["check", var activity]:
                return Check(activity, output, errors);
            case ["mark", var activity, var answers]:
                return Mark(activity, answers, false, output, errors);
            case ["mark", var activity, var answers, "--json"]:
                return Mark(activity, answers, true, output, errors);
            case ["rehearse", var activity, .. var options]:
                return RehearseCommand.Run(activity, options, output, errors);
            case ["keeper", .. var rest]:
                return InstallationCommands.Keeper(rest, output, errors);
            case ["backup" or "check-backup" or "restore", .. var rest]:
                return InstallationCommands.Backups(args[0], rest, output, errors);
            case ["--help" or "help"]:
                output.WriteLine(Help);
                return 0;
            default:
                errors.WriteLine(Help);
                return 2;
        }
    }

    private static int Check(string activityPath, TextWriter output, TextWriter errors)
    {
        if (!Load(activityPath, errors, out var activity))
        {
            return 2;
        }

        var findings = ReadyCheck.Run(activity);
        foreach (var finding in findings)
        {
            output.WriteLine(
                $"{(finding.Blocks ? "blocks" : "advises")}  {finding.Message}{(finding.SpotId is null ? "" : $" [{finding.SpotId}]")}"
            );
        }

        output.WriteLine(
            findings.Count == 0
                ? "Ready: nothing is missing."
                : $"{findings.Count(f => f.Blocks)} to mend before publishing, {findings.Count(f => !f.Blocks)} to think about."
        );
        return findings.Any(finding => finding.Blocks) ? 1 : 0;
    }

    private static int Mark(string activityPath, string answersPath, bool json, TextWriter output, TextWriter errors)
    {
        if (!Load(activityPath, errors, out var activity) || !Text(answersPath, errors, out var text))
        {
            return 2;
        }

        var file = AnswerFile.Read(text);
        var played = file.Succeeded ? file.Value.Play(activity) : Outcome<AttemptState>.Refused(file.Refusal!);
        if (!played.Succeeded)
        {
            errors.WriteLine($"{answersPath}: {played.Refusal}");
            return 2;
        }

        var report = AttemptReport.Of(played.Value);
        if (json)
        {
            output.WriteLine(
                JsonSerializer.Serialize(
                    new
                    {
                        file.Value.Learner,
                        report.Score.Points,
                        report.Score.OutOf,
                        report.Score.Percent,
                        Band = report.Score.Band?.Text,
                        report.Score.Passed,
                        Answers = report.Answers.ToArray(),
                    },
                    Json
                )
            );
            return 0;
        }

        string Points(Fraction points) => activity.Words.Number(points);
        foreach (var answer in report.Answers)
        {
            output.WriteLine($"{Points(answer.Points), 6} / {Points(answer.OutOf), -5} {answer.Verdict, -8} {answer.Question}");
            output.WriteLine(
                $"               {string.Join(' ', new[] { answer.Reason, answer.Aside, answer.Band }.Where(words => !string.IsNullOrEmpty(words)))}"
            );
        }

        output.WriteLine(
            $"{Points(report.Score.Points), 6} / {Points(report.Score.OutOf), -5} {Points(report.Score.Percent)} "
                + $"%{(report.Score.Band is { } band ? $"  {band.Text}" : "")}"
        );
        return 0;
    }

    internal static bool Load(string path, TextWriter errors, out Activity activity)
    {
        activity = new Activity();
        if (!Text(path, errors, out var text))
        {
            return false;
        }

        var read = ActivityJson.Read(text, StoredJson.Untrusted(RichTextSanitizer.Sanitise));
        if (!read.Succeeded)
        {
            errors.WriteLine($"{path}: {read.Refusal}");
            return false;
        }

        activity = read.Value;
        return true;
    }

    private static bool Text(string path, TextWriter errors, out string text)
    {
        try
        {
            text = File.ReadAllText(path);
            return true;
        }
        catch (Exception problem) when (problem is IOException or UnauthorizedAccessException)
        {
            errors.WriteLine($"{path}: {problem.Message}");
            text = "";
            return false;
        }
    }
}
