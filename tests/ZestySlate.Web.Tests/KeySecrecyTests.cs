using System.Net;
using System.Text.RegularExpressions;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.GapText;
using ZestySlate.Core.Questions.Grid;
using ZestySlate.Core.Questions.JumbledWords;
using ZestySlate.Core.Questions.Locating;
using ZestySlate.Core.Questions.LongText;
using ZestySlate.Core.Questions.MultipleChoice;
using ZestySlate.Core.Questions.Number;
using ZestySlate.Core.Questions.Placing;
using ZestySlate.Core.Questions.ShortText;
using ZestySlate.Core.Questions.WordPick;
using ZestySlate.Storage.Activities;

namespace ZestySlate.Web.Tests;

/// <summary>Reads every byte that a learner is sent and looks for the key, for every question type.</summary>
public sealed partial class KeySecrecyTests(SlateHost host)
{
    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    [Fact]
    public async Task Nothing_of_the_key_is_sent_before_it_may_be_shown()
    {
        var edition = await host.WithAsync((ActivityStore store) => Task.FromResult(store.Edition("garden", 1)));
        var learner = await host.LinkVisitorAsync();
        var sent = await EverythingAsync(learner, "/a/garden");
        foreach (var (spot, _) in edition.Asked)
        {
            sent += await (
                await learner.SendEventAsync("/a/garden", ("act", "open"), ("spot", spot.Id), ("event", "o" + spot.Id))
            ).Content.ReadAsStringAsync(Stop);
        }

        sent = WebUtility.HtmlDecode(sent);
        foreach (var (_, question) in edition.Asked)
        {
            foreach (
                var secret in ((MultipleChoiceQuestion)question)
                    .Options.Select(option => option.Feedback)
                    .Append(question.Hint)
                    .Append(question.Explanation)
                    .Where(text => text.Length > 0)
            )
            {
                Assert.DoesNotContain(secret, sent, StringComparison.Ordinal);
            }
        }

        Assert.DoesNotContain("option-key", PageOnly(sent), StringComparison.Ordinal);
        Assert.DoesNotContain("\"right\":", sent, StringComparison.OrdinalIgnoreCase);
    }

    /// <summary>Every family: the texts that only belong to the key, as the whole walk through a demo activity sends them.</summary>
    [Theory]
    [InlineData("eighteen")]
    [InlineData("watchtest")]
    [InlineData("watchsheet")]
    [InlineData("messgarten")]
    [InlineData("nashra")]
    [InlineData("clouds")]
    [InlineData("sky")]
    [InlineData("tides")]
    [InlineData("breeze")]
    public async Task Nothing_of_any_familys_key_is_sent_on_the_way_through(string code)
    {
        var edition = await host.WithAsync((ActivityStore store) => Task.FromResult(store.Edition(code, 1)));
        var learner = await host.LinkVisitorAsync(activity: code);
        var page = "/a/" + code;
        await learner.SendEventAsync(page, ("act", "start"), ("event", "start"));
        var sent = await EverythingAsync(learner, page);
        for (
            var step = 0;
            Regex.Match(
                PageOnly(await learner.GetStringAsync(page, Stop)),
                "data-visit=\"([^\"]+)\"[^>]*>(?:(?!</form>).)*data-next",
                RegexOptions.Singleline
            )
                is { Success: true } next
                && step < 30;
            step++
        )
        {
            sent += await (
                await learner.SendEventAsync(page, ("act", "visit"), ("scene", next.Groups[1].Value), ("event", "v" + step))
            ).Content.ReadAsStringAsync(Stop);
        }

        sent = WebUtility.HtmlDecode(sent);
        Assert.Contains("data-ask", sent);
        foreach (var (_, question) in edition.Asked)
        {
            foreach (var secret in Secrets(question).Where(text => text.Length > 0))
            {
                Assert.DoesNotContain(secret, sent, StringComparison.Ordinal);
            }
        }

        Assert.DoesNotContain("class=\"part-answer", sent, StringComparison.Ordinal);
    }

    private static IEnumerable<string> Secrets(Question question) =>
        new[] { question.Hint, question.Explanation }.Concat(
            question switch
            {
                MultipleChoiceQuestion choice => choice.Options.Select(option => option.Feedback),
                GapTextQuestion { Filling: GapFilling.Typed } typed => typed.Gaps.SelectMany(gap =>
                    new[] { gap.Gap.Hint, gap.Gap.WordsForRight, gap.Gap.WordsForWrong }.Concat(gap.Gap.Variants)
                ),
                GapTextQuestion gaps => gaps.Gaps.SelectMany(gap => new[] { gap.Gap.Hint, gap.Gap.WordsForRight, gap.Gap.WordsForWrong }),
                WordPickQuestion words => words.Text.Select(run => run.Mark?.Feedback ?? ""),
                JumbledWordsQuestion jumbled => jumbled.Lines,
                NumberQuestion number => [$"value=\"{number.Value}\"", $"value=\"{number.Value} "],
                ShortTextQuestion text => text.Accepted.Select(answer => $"value=\"{answer.Text}\" maxlength"),
                PlacingQuestion placing => placing.Items.Select(item => item.Feedback),
                LongTextQuestion text => text
                    .Ideas.SelectMany(idea => new[] { idea.Found, idea.Missing, idea.Name })
                    .Append(text.ModelAnswer)
                    .Concat(text.Samples),
                GridQuestion grid => grid
                    .Cells.Where(cell => cell.Kind != CellKind.Given)
                    .SelectMany(cell =>
                        cell.Variants.Append(cell.Feedback).Concat(cell.Kind == CellKind.Text && cell.Text.Length > 0 ? [cell.Text] : [])
                    ),

                // Looking round shows the places; where they are to be named, their names are the key.
                LocatingQuestion { Round: null or Round.AnswerOnly, Task: LocatingTask.Name } locating => locating.Places.Select(place =>
                    place.After
                ),
                _ => [],
            }
        );

    [Fact]
    public async Task Options_are_told_apart_by_nothing_but_their_words()
    {
        var html = await (await host.LinkVisitorAsync()).GetStringAsync("/a/garden", Stop);
        var options = Regex
            .Matches(html, "<li class=\"option[^\"]*\">.*?</li>", RegexOptions.Singleline)
            .Select(match =>
                Regex.Replace(Regex.Replace(match.Value, "value=\"[^\"]*\"", ""), "<span class=\"option-text[^>]*>.*?</span>", "")
            )
            .ToList();
        Assert.True(options.Count >= 10);
        Assert.Equal(2, options.Distinct().Count());
    }

    [Fact]
    public async Task After_a_wrong_try_only_the_picked_options_words_come()
    {
        var learner = await host.LinkVisitorAsync();
        var reply = WebUtility.HtmlDecode(
            await (
                await learner.SendEventAsync("/a/garden", ("act", "mark"), ("spot", "askglass"), ("event", "m1"), ("pick", "fog"))
            ).Content.ReadAsStringAsync(Stop)
        );
        Assert.Contains("Fog likes calm air", reply);
        Assert.Contains("Not right", reply);
        Assert.DoesNotContain("plainest warning", reply, StringComparison.Ordinal);
        Assert.DoesNotContain("very rapid", reply, StringComparison.Ordinal);
        Assert.DoesNotContain("option-key", reply, StringComparison.Ordinal);
    }

    [Fact]
    public async Task The_answer_comes_when_it_is_asked_for_after_a_try()
    {
        var learner = await host.LinkVisitorAsync();
        await learner.SendEventAsync("/a/garden", ("act", "mark"), ("spot", "askglass"), ("event", "m1"), ("pick", "fog"));
        var reply = await (
            await learner.SendEventAsync("/a/garden", ("act", "see"), ("spot", "askglass"), ("event", "m2"))
        ).Content.ReadAsStringAsync(Stop);
        Assert.Contains("option-key", reply);
        Assert.Contains("very rapid", reply);
    }

    /// <summary>The page with everything it loads from us.</summary>
    private static async Task<string> EverythingAsync(HttpClient learner, string page)
    {
        var html = await learner.GetStringAsync(page, Stop);
        var all = html;
        foreach (
            var address in Loaded()
                .Matches(html)
                .Select(match => WebUtility.HtmlDecode(match.Groups[1].Value))
                .Where(a => !a.StartsWith("/media", StringComparison.Ordinal))
                .Distinct()
        )
        {
            all += await learner.GetStringAsync(address, Stop);
        }

        return all;
    }

    private static string PageOnly(string sent) => sent[..sent.IndexOf("</html>", StringComparison.Ordinal)];

    [GeneratedRegex("(?:src|href)=\"(/[^\"#]+)\"")]
    private static partial Regex Loaded();
}
