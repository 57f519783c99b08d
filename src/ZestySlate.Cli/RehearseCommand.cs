using System.Globalization;
using System.Text.Json;
using ZestySlate.Core.Classes.Rehearsing;
using ZestySlate.Core.Classes.Statistics;

namespace ZestySlate.Cli;

/// <summary>Lets a simulated class do an activity.</summary>
internal static class RehearseCommand
{
    private const long UsualSeed = 1;

    public static int Run(string path, string[] options, TextWriter output, TextWriter errors)
    {
        var (learners, seed, json) = (Rehearsal.UsualLearners, UsualSeed, false);
        var difficulties = new Dictionary<string, ItemDifficulty>();
        for (var i = 0; i < options.Length; i++)
        {
            var value = i + 1 < options.Length ? options[i + 1] : "";
            switch (options[i])
            {
                case "--json":
                    json = true;
                    continue;
                case "--learners"
                    when int.TryParse(value, CultureInfo.InvariantCulture, out learners) && learners is > 0 and <= Rehearsal.MostLearners:
                case "--seed" when long.TryParse(value, CultureInfo.InvariantCulture, out seed):
                    break;
                case "--difficulty"
                    when value.Split('=') is [var spot, var typed]
                        && double.TryParse(typed, CultureInfo.InvariantCulture, out var difficulty)
                        && double.IsFinite(difficulty):
                    difficulties[spot] = new ItemDifficulty(difficulty);
                    break;
                default:
                    errors.WriteLine(
                        $"“{options[i]} {value}”: rehearse takes --learners 1 to {Rehearsal.MostLearners}, "
                            + "--seed NUMBER, --difficulty SPOT=NUMBER and --json."
                    );
                    return 2;
            }

            i++;
        }

        if (!Commands.Load(path, errors, out var activity))
        {
            return 2;
        }

        if (difficulties.Keys.FirstOrDefault(spot => activity.SpotOf(spot) is null) is { } unknown)
        {
            errors.WriteLine($"“{unknown}” is no spot of the activity.");
            return 2;
        }

        var rehearsal = Rehearsal.Run(activity, learners, seed, difficulties);
        if (json)
        {
            output.WriteLine(
                JsonSerializer.Serialize(
                    new
                    {
                        rehearsal.Learners,
                        rehearsal.HandedIn,
                        medianMinutes = Math.Round(rehearsal.MedianTime.TotalMinutes, 1),
                        rehearsal.Statistics,
                        rehearsal.LivesLost,
                        rehearsal.LivesUsed,
                        rehearsal.TimeUp,
                        rehearsal.NeverRight,
                        rehearsal.NeverReached,
                        endedIn = rehearsal.EndedIn.Select(one => new { one.Scene, one.Times }),
                    },
                    Commands.Json
                )
            );
            return 0;
        }

        Say(rehearsal, output);
        return 0;
    }

    private static void Say(Rehearsal rehearsal, TextWriter output)
    {
        var statistics = rehearsal.Statistics;
        output.WriteLine(
            string.Create(
                CultureInfo.InvariantCulture,
                $"{rehearsal.HandedIn} of {rehearsal.Learners} handed in, half of them within {rehearsal.MedianTime.TotalMinutes:0.0} min"
            )
        );
        output.WriteLine(
            string.Create(
                CultureInfo.InvariantCulture,
                $"mean {statistics.Mean:0.0} %, median {statistics.Median:0.0} %, spread "
                    + $"{statistics.Spread:0.0}{(statistics.Alpha is { } alpha ? string.Create(CultureInfo.InvariantCulture, $", alpha {alpha:0.00}") : "")}"
            )
        );
        output.WriteLine(string.Join("  ", statistics.Histogram.Select((times, tenth) => $"{tenth * 10}+: {times}")));
        if (rehearsal.LivesLost is { } lives)
        {
            output.WriteLine(
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"{rehearsal.LivesUsed:0.0} lives used in the mean, {lives} lost their last life"
                )
            );
        }

        if (rehearsal.TimeUp is { } time)
        {
            output.WriteLine($"{time} ran out of time");
        }

        foreach (var question in statistics.Questions)
        {
            output.WriteLine(
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"  facility {question.Facility:0.00}  discrimination "
                        + $"{(question.Discrimination is { } value ? value.ToString("0.00", CultureInfo.InvariantCulture) : "–"), 5}"
                        + $"  {question.MedianTime.TotalSeconds, 4:0} s  {question.Name} [{question.SpotId}]"
                )
            );
        }

        foreach (var (scene, times) in rehearsal.EndedIn)
        {
            output.WriteLine($"ended in {scene}: {times}");
        }

        foreach (var name in rehearsal.NeverRight)
        {
            output.WriteLine($"nobody got right: {name}");
        }

        foreach (var title in rehearsal.NeverReached)
        {
            output.WriteLine($"nobody reached: {title}");
        }

        output.WriteLine("A simulated class finds what cannot work; it does not foretell grades.");
    }
}
