using System.Collections.Concurrent;
using System.Net;
using System.Text.RegularExpressions;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Captions;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.GapText;
using ZestySlate.Core.Questions.LongText;
using ZestySlate.Core.Questions.MultipleChoice;
using ZestySlate.Core.Questions.Order;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Drafting;

/// <summary>
/// Drafts questions from captions, by rules: for each sentence the first rule that fits makes one. Wrong options are taken from the same
/// text. The same text gives the same drafts.
/// </summary>
public sealed partial class Drafts
{
    /// <summary>The most drafts of one text.</summary>
    public const int Most = 200;

    private const int LeastWords = 5,
        MostWords = 40,
        RareLetters = 7,
        WrongOptions = 2,
        MostLetters = 400;

    private static readonly ConcurrentDictionary<string, Regex> Patterns = new();

    private readonly DraftWords _words;
    private readonly ValueList<Sentence> _sentences;
    private readonly Dictionary<string, int> _counts;
    private readonly List<(Sentence Sentence, string Cause, string Effect)> _causes;
    private readonly List<(Sentence Sentence, string Term, string Explained)> _terms;

    private Drafts(ValueList<Sentence> sentences, DraftWords words)
    {
        (_sentences, _words) = (sentences, words);
        _counts = sentences
            .SelectMany(sentence => Word().Matches(sentence.Text).Select(match => match.Value.ToLowerInvariant()))
            .CountBy(word => word)
            .ToDictionary();
        // What is longer than a sentence of ours is read by no rule.
        var read = sentences.Where(sentence => sentence.Text.Length <= MostLetters).ToList();
        _causes = read.Select((sentence, i) => CauseIn(sentence, i > 0 ? read[i - 1] : null)).OfType<(Sentence, string, string)>().ToList();
        _terms = read.Select(TermIn).OfType<(Sentence, string, string)>().ToList();
    }

    /// <summary>True when there are rules for a language.</summary>
    /// <param name="language">A language tag (BCP 47).</param>
    public static bool Know(string language) => DraftWords.Of(language) is not null;

    /// <summary>The drafts in the order in which their sentences are said; none for a language without rules.</summary>
    /// <param name="captions">What is said.</param>
    /// <param name="language">A language tag (BCP 47).</param>
    public static ValueList<DraftedQuestion> Of(IEnumerable<Caption> captions, string language)
    {
        var sentences = Sentences.Of(captions);
        return DraftWords.Of(language) is { } words && sentences.Count > 0
            ? new Drafts(sentences, words).All().Take(Most).ToValueList()
            : [];
    }

    private IEnumerable<DraftedQuestion> All()
    {
        foreach (
            var sentence in _sentences.Where(sentence =>
                sentence.Text.Length <= MostLetters && WordsIn(sentence.Text) is >= LeastWords and <= MostWords
            )
        )
        {
            if ((Cause(sentence) ?? Term(sentence) ?? Number(sentence) ?? Opposite(sentence) ?? RareWord(sentence)) is { } draft)
            {
                yield return draft;
            }
        }

        var last = _sentences[^1];
        if (Steps() is { } steps)
        {
            yield return steps;
        }

        yield return new DraftedQuestion(
            DraftRule.Reflection,
            last,
            AuthorWords.Say("atEndOneThinksAbout"),
            new LongTextQuestion { Prompt = RichText.Plain(_words.Prompts.Reflection), WaitsForPerson = true }
        );
    }

    /// <summary>“Because A, B.” · “B because A.” · “A. That is why B.”: why B, with the causes of other things as wrong options.</summary>
    private DraftedQuestion? Cause(Sentence sentence)
    {
        if (_causes.FirstOrDefault(cause => cause.Sentence == sentence) is not { Cause: { } cause, Effect: { } effect })
        {
            return null;
        }

        var wrong = _causes
            .Where(other => other.Sentence != sentence)
            .Select(other => other.Cause)
            .Concat(
                _sentences
                    .Where(other => other.Text != sentence.Text && !other.Text.Contains(cause, StringComparison.OrdinalIgnoreCase))
                    .Select(other => other.Text)
            )
            .Where(other => !Same(other, cause) && !Same(other, effect) && WordsIn(other) <= MostWords / 2)
            .DistinctBy(other => other.ToLowerInvariant())
            .OrderBy(other => Math.Abs(other.Length - cause.Length))
            .Take(WrongOptions)
            .ToList();
        return wrong.Count < WrongOptions
            ? null
            : new DraftedQuestion(
                DraftRule.Cause,
                sentence,
                AuthorWords.Say("sentenceSaysWhatSomethingComes"),
                Choice(_words.Prompts.Why, effect, Finished(cause), wrong.Select(Finished))
            );
    }

    private (Sentence, string, string)? CauseIn(Sentence sentence, Sentence? before)
    {
        var text = Trimmed(sentence.Text);
        foreach (var because in _words.Because)
        {
            if (Like($@"^{because}\s+(.+?),\s+(.+)$").Match(text) is { Success: true } first)
            {
                return (sentence, first.Groups[1].Value, first.Groups[2].Value);
            }

            if (Like($@"^(.+?),?\s+{because}\s+(.+)$").Match(text) is { Success: true } later && WordsIn(later.Groups[1].Value) > 1)
            {
                return (sentence, later.Groups[2].Value, later.Groups[1].Value);
            }
        }

        return
            before is not null
            && _words.Therefore.FirstOrDefault(word => Begins(text, word)) is { } therefore
            && WordsIn(before.Text) <= MostWords / 2
            ? (sentence, Trimmed(before.Text), text[therefore.Length..].TrimStart(' ', ','))
            : null;
    }

    /// <summary>“A term is …”: what is said of it, with what is said of other terms as wrong options.</summary>
    private DraftedQuestion? Term(Sentence sentence)
    {
        if (_terms.FirstOrDefault(term => term.Sentence == sentence) is not { Term: { } name, Explained: { } explained })
        {
            return null;
        }

        var wrong = _terms
            .Where(other => !Same(other.Term, name) && !Same(other.Explained, explained))
            .Select(other => other.Explained)
            .DistinctBy(other => other.ToLowerInvariant())
            .OrderBy(other => Math.Abs(other.Length - explained.Length))
            .Take(WrongOptions)
            .ToList();
        return wrong.Count < WrongOptions
            ? null
            : new DraftedQuestion(
                DraftRule.Term,
                sentence,
                AuthorWords.Say("sentenceExplains", name),
                Choice(_words.Prompts.Term.Replace("{0}", name), "", Finished(explained), wrong.Select(Finished))
            );
    }

    private (Sentence, string, string)? TermIn(Sentence sentence)
    {
        var text = Trimmed(sentence.Text);
        foreach (var verb in _words.Is)
        {
            var match = Like(
                    $@"^(?:(?:{string.Join('|', _words.Articles)})\s+)?(\p{{L}}[\p{{L}}-]+(?:\s\p{{L}}[\p{{L}}-]+)?)\s+{verb}\s+(.+)$"
                )
                .Match(text);
            if (match.Success && WordsIn(match.Groups[2].Value) >= 3 && match.Groups[1].Value.Length >= 5)
            {
                return (sentence, match.Groups[1].Value, match.Groups[2].Value);
            }
        }

        return null;
    }

    /// <summary>A number, in digits or in words, with what follows it.</summary>
    private DraftedQuestion? Number(Sentence sentence)
    {
        var text = sentence.Text;
        var match = Like($@"\b(\d+(?:[.,]\d+)?|{string.Join('|', _words.Numbers.Skip(1))})\b(?=\s+\p{{L}})").Match(text);
        if (!match.Success)
        {
            return null;
        }

        var said = match.Value;
        var at = Array.FindIndex(_words.Numbers, word => Same(word, said));
        return new DraftedQuestion(
            DraftRule.Number,
            sentence,
            AuthorWords.Say("sentenceCountsOrMeasuresSomething", said),
            Gapped(
                _words.Prompts.Number,
                text,
                match.Index,
                said,
                at >= 0 ? [(at + 1).ToString(System.Globalization.CultureInfo.InvariantCulture)] : []
            )
        );
    }

    /// <summary>A word with an opposite: the sentence with the opposite is not what was said.</summary>
    private DraftedQuestion? Opposite(Sentence sentence)
    {
        var text = sentence.Text;
        foreach (var (one, other) in _words.Opposites.SelectMany(pair => new[] { pair, (pair.Item2, pair.Item1) }))
        {
            var match = Like($@"\b{Regex.Escape(one)}\b").Match(text);
            if (match.Success && !Like($@"\b{Regex.Escape(other)}\b").IsMatch(text))
            {
                var swapped = char.IsUpper(match.Value[0]) ? char.ToUpperInvariant(other[0]) + other[1..] : other;
                var prompts = _words.Prompts;
                var otherwise = prompts.Otherwise.Replace("{0}", match.Value).Replace("{1}", swapped);
                return new DraftedQuestion(
                    DraftRule.Opposite,
                    sentence,
                    AuthorWords.Say("hasOppositeSentenceNotWhat", match.Value, swapped),
                    new MultipleChoiceQuestion
                    {
                        Prompt = Prompted(prompts.Statement, text[..match.Index] + swapped + text[(match.Index + match.Length)..]),
                        Shuffle = false,
                        Options =
                        [
                            new Option
                            {
                                Id = "true",
                                Text = prompts.True,
                                Feedback = otherwise,
                            },
                            new Option
                            {
                                Id = "false",
                                Text = prompts.False,
                                Right = true,
                                Feedback = otherwise,
                            },
                        ],
                    }
                );
            }
        }

        return null;
    }

    /// <summary>The longest word that is said only once.</summary>
    private DraftedQuestion? RareWord(Sentence sentence)
    {
        var rare = Word()
            .Matches(sentence.Text)
            .Where(match =>
                match.Length >= RareLetters
                && _counts[match.Value.ToLowerInvariant()] == 1
                && !_words.Common.Contains(match.Value.ToLowerInvariant())
            )
            .OrderByDescending(match => match.Length)
            .FirstOrDefault();
        return rare is null
            ? null
            : new DraftedQuestion(
                DraftRule.RareWord,
                sentence,
                AuthorWords.Say("saidOnlyHere", rare.Value),
                Gapped(_words.Prompts.Word, sentence.Text, rare.Index, rare.Value, [])
            );
    }

    /// <summary>Three sentences or more, the first of which says that it is the first, and the others that they follow.</summary>
    private DraftedQuestion? Steps()
    {
        var first = _sentences.IndexOf(sentence => _words.First.Any(word => Begins(sentence.Text, word)));
        if (first < 0)
        {
            return null;
        }

        var steps = _sentences
            .Skip(first)
            .TakeWhile((sentence, i) => i == 0 || _words.Then.Any(word => Begins(sentence.Text, word)))
            .ToList();
        return steps.Count < 3
            ? null
            : new DraftedQuestion(
                DraftRule.Steps,
                steps[^1],
                AuthorWords.Say("sentencesSayWhatComesFirst"),
                new OrderQuestion
                {
                    Prompt = RichText.Plain(_words.Prompts.Order),
                    Items = steps
                        .Select(
                            (step, i) =>
                                new OrderItem
                                {
                                    Id = $"step{i + 1}",
                                    Face = new Face { Text = WithoutOrder(step.Text) },
                                }
                        )
                        .ToValueList(),
                }
            );
    }

    /// <summary>A step without the word that gives its place away.</summary>
    private string WithoutOrder(string text) =>
        _words.First.Concat(_words.Then).FirstOrDefault(word => Begins(text, word)) is { } order
            ? Finished(text[order.Length..].TrimStart(' ', ','))
            : text;

    private static MultipleChoiceQuestion Choice(string asks, string about, string right, IEnumerable<string> wrong) =>
        new()
        {
            Prompt = Prompted(asks, about),
            Options = wrong
                .Select((text, i) => new Option { Id = $"wrong{i + 1}", Text = text })
                .Prepend(
                    new Option
                    {
                        Id = "right",
                        Text = right,
                        Right = true,
                    }
                )
                .ToValueList(),
        };

    private static GapTextQuestion Gapped(string asks, string text, int at, string hidden, ValueList<string> variants) =>
        new()
        {
            Prompt = RichText.Plain(asks),
            Text = (
                (IEnumerable<Run<Gap>>)
                    [
                        new Run<Gap>(text[..at]),
                        new Run<Gap>(hidden, new Gap { Id = "gap", Variants = variants }),
                        new Run<Gap>(text[(at + hidden.Length)..]),
                    ]
            )
                .Where(run => run.Text.Length > 0)
                .ToValueList(),
        };

    private static RichText Prompted(string asks, string about) =>
        new(
            $"<p>{WebUtility.HtmlEncode(asks)}</p>" + (about.Length > 0 ? $"<p><em>{WebUtility.HtmlEncode(Finished(about))}</em></p>" : "")
        );

    /// <summary>A part of a sentence as one of its own.</summary>
    private static string Finished(string part) =>
        part.Trim().TrimEnd(',', ';', ':') is { Length: > 0 } words
            ? char.ToUpperInvariant(words[0]) + words[1..] + (".?!…".Contains(words[^1]) ? "" : ".")
            : "";

    private static string Trimmed(string text) => text.Trim().TrimEnd('.', '!', '?', '…').Trim();

    /// <summary>A pattern, read once; there are as many as the rules of the languages have words.</summary>
    private static Regex Like(string pattern) =>
        Patterns.GetOrAdd(pattern, one => new Regex(one, RegexOptions.IgnoreCase | RegexOptions.CultureInvariant));

    private static bool Begins(string text, string word) =>
        text.Length > word.Length && text.StartsWith(word, StringComparison.OrdinalIgnoreCase) && !char.IsLetter(text[word.Length]);

    private static bool Same(string one, string other) => string.Equals(one, other, StringComparison.OrdinalIgnoreCase);

    private static int WordsIn(string text) => Word().Count(text);

    [GeneratedRegex(@"\p{L}[\p{L}'’-]*")]
    private static partial Regex Word();
}
