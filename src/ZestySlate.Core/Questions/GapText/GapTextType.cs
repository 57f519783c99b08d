using System.Globalization;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Classes.Rehearsing;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Marking.Reading;
using ZestySlate.Core.Questions.Capabilities;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Questions.GapText;

/// <summary>The family of gap texts.</summary>
public sealed partial class GapTextType : QuestionType<GapTextQuestion, GapTextResponse>, IBecomes, IToldInWords
{
    /// <summary>The longest answer in a gap, in characters.</summary>
    public const int LongestAnswer = 200;

    public override string Key => "gapText";

    public string KeyInWords(Question question) => string.Join(", ", ((GapTextQuestion)question).Gaps.Select(gap => gap.Words));

    protected override string TitleOf(GapTextQuestion question) => AuthorWords.Say("familyGapText");

    protected override decimal Parts(GapTextQuestion question) => Together(question.Gaps.ToList(), gap => gap.Gap.Weight);

    protected override QuestionMark Mark(GapTextQuestion question, GapTextResponse? response, CultureInfo culture) =>
        GapTextMarking.Mark(question, response, culture);

    protected override string InWords(GapTextQuestion question, GapTextResponse response) =>
        string.Join(" · ", question.Gaps.Select(gap => response.For(gap.Gap.Id) is { Length: > 0 } given ? given : "–"));

    protected override bool IsEmpty(GapTextResponse response) => response.IsEmpty;

    protected override Reason? RefuseResponse(GapTextQuestion question, GapTextResponse response) =>
        response.Parts.Any(part => question.Gaps.All(gap => gap.Gap.Id != part.Part)) ? Reason.Of("notInQuestion")
        : response.Parts.Any(part => part.Value.Length > LongestAnswer) ? Reason.Of("answerTooLong", LongestAnswer)
        : null;

    protected override GapTextResponse? Kept(GapTextQuestion question, GapTextResponse response, IReadOnlySet<string> right) =>
        right.Count == 0 ? null : new() { Parts = response.Only(right) };

    protected override GapTextResponse WithKept(GapTextQuestion question, GapTextResponse given, GapTextResponse kept) =>
        given with
        {
            Parts = given.With(kept),
        };

    protected override bool HasPartHints(GapTextQuestion question) => question.Gaps.Any(gap => gap.Gap.Hint.Length > 0);

    protected override GapTextQuestion WithWording(GapTextQuestion older, GapTextQuestion newer) =>
        older with
        {
            Text = Same(older, newer, (was, now) =>
                was with
                {
                    Hint = now.Hint,
                    WordsForRight = now.WordsForRight,
                    WordsForWrong = now.WordsForWrong,
                }
            ),
        };

    protected override GapTextQuestion WithKey(GapTextQuestion older, GapTextQuestion newer) =>
        older with
        {
            Reading = newer.Reading,
            Text = Same(
                older,
                newer,
                (was, now) => was with { Variants = now.Variants, NotThis = now.NotThis, Weight = now.Weight, Exchange = now.Exchange },
                words: true
            ),
        };

    private static ValueList<Run<Gap>> Same(GapTextQuestion older, GapTextQuestion newer, Func<Gap, Gap, Gap> change, bool words = false) =>
        older.Text.Replace(
            run => run.Mark is not null,
            run =>
                newer.Text.FirstOrDefault(other => other.Mark?.Id == run.Mark!.Id) is { Mark: { } now } same
                    ? new Run<Gap>(words && older.Filling == GapFilling.Typed ? same.Text : run.Text, change(run.Mark!, now))
                    : run
        );

    protected override IEnumerable<Weakness> Check(GapTextQuestion question, CultureInfo culture)
    {
        var gaps = question.Gaps.ToList();
        if (gaps.Count == 0)
        {
            yield return new Weakness(
                true,
                question.Text.Count == 0 ? AuthorWords.Say("hasNoTextYet") : AuthorWords.Say("hasNoGapPressWords"),
                "text"
            );
        }

        var reading = question.Filling == GapFilling.Typed ? question.Reading : new TextReading { MatchCase = true };
        foreach (var (gap, words) in gaps)
        {
            if (words.Trim().Length == 0)
            {
                yield return new Weakness(true, AuthorWords.Say("hasGapWithoutAnswer"), "text");
            }

            if (
                gap.NotThis.FirstOrDefault(wrong => gap.Variants.Prepend(words).Any(right => reading.Same(wrong, right, culture))) is
                { } both
            )
            {
                yield return new Weakness(true, AuthorWords.Say("takesRightHasOnList", both), $"gap-{gap.Id}");
            }
        }

        if (
            question.Filling == GapFilling.List
            && gaps.FirstOrDefault(gap => question.ListOf(gap.Gap, gap.Words).Count() < 2) is { Gap: not null } alone
        )
        {
            yield return new Weakness(true, AuthorWords.Say("offersOnlyInListGap", alone.Words), $"gap-{alone.Gap.Id}");
        }

        if (question.Filling == GapFilling.Bank)
        {
            var twice = (
                from one in gaps
                from other in gaps
                where
                    one.Gap.Id != other.Gap.Id
                    && (one.Gap.Exchange.Length == 0 || one.Gap.Exchange != other.Gap.Exchange)
                    && one.Words != other.Words
                    && other.Gap.Variants.Contains(one.Words)
                select one.Words
            ).FirstOrDefault();
            if (twice is not null)
            {
                yield return new Weakness(false, AuthorWords.Say("hasInBankWhichFits", twice), "text");
            }
        }

        if (question.Filling == GapFilling.Typed && question.Reading.Slips)
        {
            var near = (
                from one in gaps
                from other in gaps
                where
                    string.CompareOrdinal(one.Gap.Id, other.Gap.Id) < 0 && AreSlipsApart(one.Words, other.Words, question.Reading, culture)
                select (one.Words, other.Words)
            ).FirstOrDefault();
            if (near.Item1 is not null)
            {
                yield return new Weakness(false, AuthorWords.Say("forgivesSlipsSlipAwayFrom", near.Item1, near.Item2), "reading");
            }
        }
    }

    /// <summary>True when a word typed with the slips that are allowed could be meant as either.</summary>
    internal static bool AreSlipsApart(string one, string other, TextReading reading, CultureInfo culture)
    {
        var (left, right) = (reading.Read(one, culture), reading.Read(other, culture));
        var allowed = Math.Min(TextMatching.SlipsAllowed(left), TextMatching.SlipsAllowed(right));
        return left != right && allowed > 0 && TextMatching.Distance(left, right, allowed) <= allowed;
    }

    protected override IEnumerable<TypedAnswer> Typed(GapTextQuestion question, GapTextResponse response) =>
        question.Filling != GapFilling.Typed
            ? []
            : question.Gaps.Select(
                (gap, i) => new TypedAnswer(gap.Gap.Id, AuthorWords.Say("gapNamed", i + 1, gap.Words), response.For(gap.Gap.Id))
            );

    protected override GapTextQuestion WithVariant(GapTextQuestion question, string part, string text) =>
        question with
        {
            Text = MarkedText.Change(
                question.Text,
                gap => gap.Id == part && !gap.Variants.Contains(text),
                gap => gap with { Variants = gap.Variants.Add(text), NotThis = gap.NotThis.RemoveAll(wrong => wrong == text) }
            ),
        };

    protected override GapTextResponse? Rehearse(GapTextQuestion question, Chance chance) =>
        new()
        {
            Parts = question
                .Gaps.Select(gap => new PartAnswer(
                    gap.Gap.Id,
                    chance.Knows() ? gap.Words
                        : question.Filling == GapFilling.List ? chance.One(question.ListOf(gap.Gap, gap.Words).ToList()) ?? ""
                        : question.Filling == GapFilling.Bank ? chance.One(question.Bank.ToList()) ?? ""
                        : chance.Unsure(gap.Words, gap.Gap.NotThis)
                ))
                .ToValueList(),
        };

    protected override IEnumerable<PartOrder> Draw(GapTextQuestion question, SeededRandom random, bool options) =>
        question.Filling switch
        {
            GapFilling.Bank => [PartOrder.Shuffled("bank", question.Bank.ToValueList(), word => word, random)],
            GapFilling.List => question.Gaps.Select(gap =>
                PartOrder.Shuffled("list " + gap.Gap.Id, question.ListOf(gap.Gap, gap.Words).ToValueList(), word => word, random)
            ),
            _ => [],
        };

    protected override QuestionView View(GapTextQuestion question, Showing<GapTextResponse> showing)
    {
        var bank = question.Filling == GapFilling.Bank ? showing.InOrder("bank", question.Bank.ToValueList(), word => word) : [];
        var number = 0;
        var widest = question.Gaps.Select(gap => gap.Words.Length).DefaultIfEmpty(0).Max();
        var pieces = question.Text.Select(run =>
            run.Mark is not { } gap
                ? new GapPiece(run.Text, null)
                : new GapPiece(
                    "",
                    new GapView(
                        gap.Id,
                        ++number,
                        showing.Given?.For(gap.Id) ?? "",
                        showing.Kept?.For(gap.Id).Length > 0,
                        showing.HintSeen ? gap.Hint : "",
                        Math.Clamp(widest + 2, 6, 28),
                        question.Filling switch
                        {
                            GapFilling.List => showing.InOrder("list " + gap.Id, question.ListOf(gap, run.Text).ToValueList(), word =>
                                word
                            ),
                            GapFilling.Bank => bank.Distinct().ToValueList(),
                            _ => [],
                        },
                        showing.Said(gap.Id),
                        showing.Shown.RightAnswer ? run.Text : ""
                    )
                )
        );
        return new GapTextView(question.Filling, pieces.ToValueList(), bank, question.WordsOften);
    }
}
