using System.Net;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Contents.Asks;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Questions.MultipleChoice;
using ZestySlate.Core.Questions.ShortText;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Attempts;
using ZestySlate.Web.Demo;

namespace ZestySlate.Web.Tests;

/// <summary>From the statistics of the demo's past to the key mended and every grade following.</summary>
public sealed class StatisticsTests(SlateHost host)
{
    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    private static string Address(string page) => $"/author/{DemoPast.CheckId}/{page}";

    private static async Task<string> PageAsync(HttpClient who, string page) =>
        WebUtility.HtmlDecode(await who.GetStringAsync(Address(page), Stop));

    [Fact]
    public async Task The_planted_wrong_key_is_named_mended_and_every_attempt_marked_again()
    {
        var ines = await host.TeacherAsync("ines");
        var statistics = await PageAsync(ines, "statistics");
        Assert.Contains("pick “The wind is strong there” more often than the right answer: look whether the key is wrong.", statistics);
        Assert.Contains("Those who do well otherwise do no better here", statistics);
        Assert.Contains("Every attempt is marked by the newest key", await PageAsync(ines, "mark-again"));

        // What was typed often and is not taken becomes right at one press; the key is mended in the same draft.
        var accepted = await ines.PostFormAsync(
            Address("statistics"),
            Address("statistics") + "?handler=Accept",
            ("spot", "instr"),
            ("part", ""),
            ("text", "aenmometer")
        );
        Assert.EndsWith("/publish", accepted.Headers.Location!.OriginalString);
        await host.WithAsync(
            async (ActivityStore store) =>
            {
                var draft = (await store.DraftAsync(DemoPast.CheckId))!;
                Assert.Contains(((ShortTextQuestion)((Ask)draft.Document.SpotOf("instr")!.Content).Question).Accepted, answer =>
                    answer.Text == "aenmometer"
                );
                var question = (MultipleChoiceQuestion)((Ask)draft.Document.SpotOf("isobars")!.Content).Question;
                return await store.EditAsync(
                    DemoPast.CheckId,
                    draft.Record.Version,
                    draft.Record.OwnerId,
                    new SetContent(
                        "isobars",
                        new Ask(question with { Options = [.. question.Options.Select((option, i) => option with { Right = i == 0 })] })
                    )
                );
            }
        );
        Assert.Contains("not published yet", await PageAsync(ines, "mark-again"));
        var published = await ines.PostFormAsync(Address("publish"), Address("publish") + "?handler=Publish");
        Assert.EndsWith("/mark-again", published.Headers.Location!.OriginalString);

        var report = await PageAsync(ines, "mark-again");
        Assert.Contains("Key or points of the question: On the chart the isobars lie close together.", report);
        Assert.Contains("▲ +", report);
        var before = await TotalsAsync();
        await ines.PostFormAsync(Address("mark-again"), Address("mark-again") + "?handler=Apply", ("neverLower", "true"));
        await FinishedAsync();
        var after = await TotalsAsync();
        Assert.All(before, one => Assert.True(after[one.Key] >= one.Value));
        Assert.True(after.Count(one => one.Value > before[one.Key]) > 8);
        Assert.DoesNotContain("look whether the key is wrong", await PageAsync(ines, "statistics"));

        var run = await host.DbAsync(db => db.MarkAgainRuns.SingleAsync());
        await ines.PostFormAsync(Address("mark-again"), Address("mark-again") + "?handler=Undo", ("run", run.Id));
        await FinishedAsync();
        Assert.Equal(before, await TotalsAsync());
        Assert.Contains("Undone.", await PageAsync(ines, "mark-again"));
    }

    [Fact]
    public async Task A_simulated_class_does_the_draft()
    {
        var page = await (await host.TeacherAsync("ines")).GetStringAsync(
            "/author/watchroom/statistics?handler=Rehearsal&learners=20&seed=3",
            Stop
        );
        Assert.Contains("20 simulated learners did the draft as it stands", page);
        Assert.DoesNotContain("nobody reached this scene", page);
    }

    private Task<Dictionary<string, decimal>> TotalsAsync() =>
        host.WithAsync(
            async (AttemptReader attempts) =>
                (await attempts.SomeAsync(DemoPast.CheckId, "", 1000)).ToDictionary(
                    attempt => attempt.Record.Id,
                    attempt => attempt.State.Score.Points.ToDecimal()
                )
        );

    private async Task FinishedAsync()
    {
        for (var i = 0; i < 200 && await host.DbAsync(db => db.MarkAgainRuns.AnyAsync(run => run.FinishedAt == null)); i++)
        {
            await Task.Delay(50, Stop);
        }

        Assert.False(await host.DbAsync(db => db.MarkAgainRuns.AnyAsync(run => run.FinishedAt == null)));
    }
}
