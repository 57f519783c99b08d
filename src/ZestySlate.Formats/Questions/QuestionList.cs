using System.Globalization;
using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops;
using ZestySlate.Core.Captions;
using ZestySlate.Core.Contents.Asks;
using ZestySlate.Core.Marking.Reading;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.GapText;
using ZestySlate.Core.Questions.JumbledWords;
using ZestySlate.Core.Questions.LongText;
using ZestySlate.Core.Questions.Match;
using ZestySlate.Core.Questions.MultipleChoice;
using ZestySlate.Core.Questions.Number;
using ZestySlate.Core.Questions.Order;
using ZestySlate.Core.Questions.ShortText;
using ZestySlate.Core.Questions.Sort;
using ZestySlate.Core.Questions.WordPick;

namespace ZestySlate.Formats.Questions;

/// <summary>What was read from a list of questions: those that can be used, and what is wrong with the others.</summary>
public sealed record ReadQuestions(ValueList<ListedQuestion> Questions, ValueList<ListProblem> Problems)
{
    /// <summary>The greatest length of a list, in characters.</summary>
    public const int Longest = 1_000_000;

    /// <summary>Reads a list or, when its first line names columns, a table.</summary>
    /// <param name="text">The list.</param>
    /// <param name="culture">In which numbers are read.</param>
    public static ReadQuestions Of(string text, CultureInfo culture)
    {
        if (text.Length > Longest)
        {
            return new ReadQuestions([], [new ListProblem(1, 1, "This list is longer than a million characters; paste it in parts.")]);
        }

        return QuestionCsv.Is(text) ? QuestionCsv.Read(text, culture) : QuestionList.Read(text, culture);
    }

    /// <summary>The questions as spots; where the backdrop has a course in time, each stops it at its moment.</summary>
    public ValueList<Spot> Spots(Backdrop? backdrop = null) =>
        Questions
            .Select(listed => new Spot
            {
                Id = Ids.New(),
                Name = listed.Name,
                During = backdrop is { HasTime: true } && listed.At is { } at ? During.Beginning(at, stops: true, backdrop.Lasts) : null,
                Content = new Ask(listed.Question),
            })
            .ToValueList();
}

/// <summary>A question of a list.</summary>
/// <param name="Line">The line it begins on, from 1.</param>
/// <param name="Name">Its name for reports; empty for one drawn from the prompt.</param>
public sealed record ListedQuestion(int Line, string Name, Question Question)
{
    /// <summary>The moment of a video at which it is asked, in seconds; null where none is said.</summary>
    public decimal? At { get; init; }
}

/// <summary>Something that could not be read.</summary>
/// <param name="Line">From 1.</param>
/// <param name="Column">From 1.</param>
public sealed record ListProblem(int Line, int Column, string Message);

/// <summary>
/// The plain-text list of questions (docs/question-list.md): questions parted by empty lines; first the prompt, then a line for
/// each part, which begins with what it is.
/// </summary>
public static class QuestionList
{
    /// <summary>Reads a list. Numbers are read in this culture.</summary>
    public static ReadQuestions Read(string text, CultureInfo culture)
    {
        var (questions, problems) = (new List<ListedQuestion>(), new List<ListProblem>());
        foreach (var block in Blocks(LinesOf(text)))
        {
            var before = problems.Count;
            var entry = Entry.Of(block, problems);
            var made = Make(entry, culture, problems);
            if (made is not null && problems.Count == before)
            {
                var listed = new ListedQuestion(block[0].Number, entry.One("name"), Common(made, entry, culture, problems));
                questions.Add(listed with { At = MomentOf(entry, problems) });
            }
        }

        return new ReadQuestions(questions.ToValueList(), problems.ToValueList());
    }

    /// <summary>The lines of the plain list that a text is, or becomes.</summary>
    private static IEnumerable<Line> LinesOf(string text) =>
        QuestionTimed.Is(text) ? QuestionTimed.Lines(text)
        : QuestionPaper.Is(text) ? QuestionPaper.Lines(text)
        : (QuestionMarkdown.Is(text) ? QuestionMarkdown.Plain(text) : text)
            .ReplaceLineEndings("\n")
            .Split('\n')
            .Select((line, i) => new Line(i + 1, line));

    private static decimal? MomentOf(Entry entry, List<ListProblem> problems)
    {
        if (entry.All("time").LastOrDefault() is not { } part)
        {
            return null;
        }

        if (Moments.Read(part.Text) is not { } moment)
        {
            problems.Add(
                new ListProblem(part.Line, part.Column, $"“{Short(part.Text)}” is no moment; write minutes and seconds, as 1:24.")
            );
            return null;
        }

        return moment;
    }

    internal sealed record Line(int Number, string Text);

    private sealed record Part(int Line, int Column, string Kind, string Text);

    /// <summary>The lines of one question, by what they are.</summary>
    private sealed record Entry(int Line, string Prompt, List<Part> Parts)
    {
        private static readonly string[] Kinds =
        [
            "right",
            "wrong",
            "answer",
            "not",
            "number",
            "text",
            "gaps",
            "pick",
            "trap",
            "extra",
            "how",
            "pair",
            "group",
            "line",
            "hint",
            "why",
            "points",
            "name",
            "time",
            "open",
        ];

        internal IEnumerable<Part> All(params string[] kinds) => Parts.Where(part => kinds.Contains(part.Kind));

        internal string One(string kind) => Parts.LastOrDefault(part => part.Kind == kind)?.Text ?? "";

        internal bool Has(params string[] kinds) => All(kinds).Any();

        internal static Entry Of(List<Line> block, List<ListProblem> problems)
        {
            var (prompt, parts) = (new List<string>(), new List<Part>());
            // The further lines of the last part; joined once, since a list may be a million characters of them.
            var further = new List<string>();
            void Close()
            {
                if (further.Count > 0)
                {
                    parts[^1] = parts[^1] with { Text = string.Join('\n', further.Prepend(parts[^1].Text)) };
                    further.Clear();
                }
            }

            foreach (var line in block)
            {
                var trimmed = line.Text.TrimStart();
                var column = line.Text.Length - trimmed.Length + 1;
                var number = new string([.. trimmed.TakeWhile(char.IsAsciiDigit)]);
                if (trimmed.StartsWith("+ ", StringComparison.Ordinal) || trimmed.StartsWith("- ", StringComparison.Ordinal))
                {
                    Close();
                    parts.Add(new Part(line.Number, column + 2, trimmed[0] == '+' ? "right" : "wrong", trimmed[2..].Trim()));
                }
                else if (number.Length > 0 && prompt.Count > 0 && trimmed[number.Length..].StartsWith(". ", StringComparison.Ordinal))
                {
                    Close();
                    parts.Add(new Part(line.Number, column + number.Length + 2, "step", trimmed[(number.Length + 2)..].Trim()));
                }
                else if (trimmed.IndexOf(':') is > 0 and var colon && Kinds.Contains(trimmed[..colon].Trim().ToLowerInvariant()))
                {
                    Close();
                    parts.Add(
                        new Part(line.Number, column + colon + 1, trimmed[..colon].Trim().ToLowerInvariant(), trimmed[(colon + 1)..].Trim())
                    );
                }
                else if (parts.Count == 0)
                {
                    prompt.Add(trimmed.TrimEnd());
                }
                else if (parts[^1].Kind is "text" or "hint" or "why" or "open")
                {
                    further.Add(trimmed.TrimEnd());
                }
                else
                {
                    problems.Add(
                        new ListProblem(
                            line.Number,
                            column,
                            $"“{Short(trimmed)}” begins with nothing that is known here. Leave a line empty before a new question."
                        )
                    );
                }
            }

            Close();
            if (prompt.Count == 0)
            {
                problems.Add(new ListProblem(block[0].Number, 1, "A question begins with its prompt; here only its parts stand."));
            }

            return new Entry(block[0].Number, string.Join("\n", prompt), parts);
        }
    }

    private static Question? Make(Entry entry, CultureInfo culture, List<ListProblem> problems)
    {
        if (entry.Has("gaps") || entry.Has("pick"))
        {
            return MakeText(entry, problems);
        }

        if (entry.Has("right", "wrong"))
        {
            return MakeChoice(entry, problems);
        }

        if (entry.Has("number"))
        {
            return MakeNumber(entry, culture, problems);
        }

        if (entry.Has("answer"))
        {
            return MakeTrueOrFalse(entry) as Question
                ?? new ShortTextQuestion { Accepted = Answers(entry.All("answer")), NotThis = Answers(entry.All("not")) };
        }

        if (entry.Has("step"))
        {
            return entry.All("step").Count() < 2
                ? Problem(entry, problems, "An order has at least two numbered lines.")
                : new OrderQuestion
                {
                    Items = entry.All("step").Select(part => new OrderItem { Id = Ids.New(), Face = Face.Of(part.Text) }).ToValueList(),
                };
        }

        if (entry.Has("pair"))
        {
            return MakeMatch(entry, problems);
        }

        if (entry.Has("group"))
        {
            return MakeSort(entry, problems);
        }

        if (entry.Has("open"))
        {
            return new LongTextQuestion { ModelAnswer = entry.One("open"), WaitsForPerson = true };
        }

        return entry.Has("line")
            ? new JumbledWordsQuestion { Lines = entry.All("line").Select(part => part.Text).ToValueList() }
            : Problem(
                entry,
                problems,
                $"“{Short(entry.Prompt)}” has no answer below it. Write options as a) b) c) with * behind the right one, or “Answer: …”; "
                    + "other beginnings of lines are listed below."
            );
    }

    private static MultipleChoiceQuestion? MakeChoice(Entry entry, List<ListProblem> problems)
    {
        var options = entry
            .All("right", "wrong")
            .Select(part =>
            {
                var (text, words) = Split(part.Text, "::");
                return new Option
                {
                    Id = Ids.New(),
                    Text = text,
                    Feedback = words,
                    Right = part.Kind == "right",
                };
            })
            .ToValueList();
        if (options.Count < 2)
        {
            return Problem<MultipleChoiceQuestion>(entry, problems, "A multiple choice has at least two options.");
        }

        var right = options.Count(option => option.Right);
        return right == 0
            ? Problem<MultipleChoiceQuestion>(
                entry,
                problems,
                "No option is right: begin the right one with +, put * behind it, or write “Answer: b” below."
            )
            : new MultipleChoiceQuestion { Options = options, Picks = right > 1 ? Picks.Several : Picks.One };
    }

    private static NumberQuestion? MakeNumber(Entry entry, CultureInfo culture, List<ListProblem> problems)
    {
        var part = entry.All("number").First();
        var (typed, off) = Split(part.Text.Replace("+-", "±"), "±");
        if (QuantityReading.Read(typed, culture) is not { } read)
        {
            problems.Add(new ListProblem(part.Line, part.Column, $"“{Short(typed)}” cannot be read as a number."));
            return null;
        }

        var relative = off.EndsWith('%');
        Fraction? amount = off.Length == 0 ? 0 : NumberReading.Read(off.TrimEnd('%').Trim(), culture)?.Value;
        if (amount is null)
        {
            problems.Add(
                new ListProblem(
                    part.Line,
                    part.Column + part.Text.IndexOf('±') + 1,
                    $"“{Short(off)}” cannot be read as what it may be off by."
                )
            );
            return null;
        }

        return new NumberQuestion
        {
            Value = read.Number.Value,
            Unit = read.Unit,
            UnitUse = read.Unit.Length > 0 ? UnitUse.Optional : UnitUse.None,
            Tolerance = relative
                ? new Tolerance(ToleranceKind.Relative, amount.Value / 100)
                : new Tolerance(ToleranceKind.Absolute, amount.Value),
        };
    }

    private static MultipleChoiceQuestion? MakeTrueOrFalse(Entry entry)
    {
        var answers = entry.All("answer").ToList();
        if (answers.Count != 1 || answers[0].Text.ToLowerInvariant() is not ("true" or "false"))
        {
            return null;
        }

        var question = MultipleChoiceQuestion.NewTrueOrFalse();
        var isTrue = answers[0].Text.Equals("true", StringComparison.OrdinalIgnoreCase);
        return question with
        {
            Options = question.Options.Replace(_ => true, option => option with { Right = option.Id == "true" == isTrue }),
        };
    }

    private static ValueList<ShortAnswer> Answers(IEnumerable<Part> parts) =>
        parts
            .Select(part =>
            {
                var (text, words) = Split(part.Text, "::");
                return new ShortAnswer(text) { Feedback = words };
            })
            .ToValueList();

    private static Question? MakeText(Entry entry, List<ListProblem> problems)
    {
        var text = entry.Has("text") ? entry.One("text") : entry.Prompt;
        if (MarkedText.Refusal(text) is { } refusal)
        {
            return Problem(entry, problems, refusal);
        }

        if (entry.All("gaps", "pick", "trap").Sum(part => part.Text.Count(sign => sign == ';') + 1) > MarkedText.MostMarks)
        {
            return Problem(entry, problems, $"A text has up to {MarkedText.MostMarks} gaps or words to pick.");
        }

        var gaps = MarkedText.Plain<Gap>(text);
        var words = MarkedText.Plain<WordMark>(text);
        foreach (var part in entry.All("gaps", "pick", "trap"))
        {
            var column = part.Column;
            foreach (var piece in part.Text.Split(';'))
            {
                var phrase = piece.Trim();
                if (
                    phrase.Length > 0
                    && Find(text, phrase, part.Kind == "gaps" ? gaps.Count(run => run.Mark is not null && run.Text == phrase) : 0)
                        is { } found
                )
                {
                    gaps = MarkedText.Press(gaps, found.From, found.To, _ => new Gap { Id = Ids.New() });
                    words = MarkedText.Press(words, found.From, found.To, _ => new WordMark { Id = Ids.New(), Trap = part.Kind == "trap" });
                }
                else if (phrase.Length > 0)
                {
                    problems.Add(new ListProblem(part.Line, column, $"“{Short(phrase)}” does not stand in the text."));
                }

                column += piece.Length + 1;
            }
        }

        var extra = entry
            .All("extra")
            .SelectMany(part => part.Text.Split(';', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries))
            .ToValueList();
        var filling = entry.One("how").ToLowerInvariant() switch
        {
            "list" => GapFilling.List,
            "bank" => GapFilling.Bank,
            _ => GapFilling.Typed,
        };
        return entry.Has("gaps")
            ? new GapTextQuestion
            {
                Text = gaps,
                Filling = extra.Count > 0 && filling == GapFilling.Typed ? GapFilling.Bank : filling,
                ExtraWords = extra,
            }
            : new WordPickQuestion { Text = words };
    }

    /// <summary>The words of a phrase in the text by their numbers; the n-th place where it stands, or the last.</summary>
    private static (int From, int To)? Find(string text, string phrase, int skip)
    {
        var all = MarkedText.Tokens(text).Where(token => token.Index >= 0).ToList();
        var wanted = MarkedText.Tokens(phrase).Where(token => token.Index >= 0).Select(token => token.Text).ToList();
        var places = Enumerable
            .Range(0, Math.Max(0, all.Count - wanted.Count + 1))
            .Where(start =>
                wanted.Count > 0
                && wanted.Select((word, i) => all[start + i].Text.Equals(word, StringComparison.CurrentCultureIgnoreCase)).All(same => same)
            )
            .ToList();
        return places.Count == 0
            ? null
            : (places[Math.Min(skip, places.Count - 1)], places[Math.Min(skip, places.Count - 1)] + wanted.Count - 1);
    }

    private static MatchQuestion? MakeMatch(Entry entry, List<ListProblem> problems)
    {
        var pairs = new List<MatchPair>();
        foreach (var part in entry.All("pair"))
        {
            var (left, right) = Split(part.Text, "=");
            if (left.Length == 0 || right.Length == 0)
            {
                problems.Add(
                    new ListProblem(part.Line, part.Column, $"A pair has two sides with = between them; “{Short(part.Text)}” has one.")
                );
            }

            pairs.Add(
                new MatchPair
                {
                    Id = Ids.New(),
                    Left = Face.Of(left),
                    Right = Face.Of(right),
                }
            );
        }

        return pairs.Count < 2
            ? Problem<MatchQuestion>(entry, problems, "A match has at least two pairs.")
            : new MatchQuestion
            {
                Pairs = pairs.ToValueList(),
                Extras = entry
                    .All("extra")
                    .SelectMany(part => part.Text.Split(';', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries))
                    .Select(extra => new MatchExtra { Id = Ids.New(), Face = Face.Of(extra) })
                    .ToValueList(),
            };
    }

    private static SortQuestion? MakeSort(Entry entry, List<ListProblem> problems)
    {
        var (groups, items) = (new List<SortGroup>(), new List<SortItem>());
        foreach (var part in entry.All("group"))
        {
            var (title, inside) = Split(part.Text, "=");
            var group = new SortGroup { Id = Ids.New(), Title = title };
            groups.Add(group);
            foreach (var name in inside.Split(';', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries))
            {
                var at = items.FindIndex(item => item.Face.Text == name);
                if (at >= 0)
                {
                    items[at] = items[at] with { Groups = items[at].Groups.Add(group.Id) };
                }
                else
                {
                    items.Add(
                        new SortItem
                        {
                            Id = Ids.New(),
                            Face = Face.Of(name),
                            Groups = [group.Id],
                        }
                    );
                }
            }

            if (inside.Length == 0)
            {
                problems.Add(
                    new ListProblem(
                        part.Line,
                        part.Column,
                        $"A group has its title, =, and its items with ; between them; “{Short(part.Text)}” has no items."
                    )
                );
            }
        }

        return groups.Count < 2
            ? Problem<SortQuestion>(entry, problems, "A sort has at least two groups.")
            : new SortQuestion { Groups = groups.ToValueList(), Items = items.ToValueList() };
    }

    private static Question Common(Question made, Entry entry, CultureInfo culture, List<ListProblem> problems)
    {
        decimal? points = null;
        if (entry.All("points").LastOrDefault() is { } part)
        {
            points = PointsReading.Read(part.Text, culture);
            if (points is null)
            {
                problems.Add(
                    new ListProblem(
                        part.Line,
                        part.Column,
                        $"“{Short(part.Text)}” cannot be read as points; the question has its usual ones."
                    )
                );
                points = null;
            }
        }

        return made with
        {
            Prompt = Core.Activities.RichText.Plain(entry.Prompt),
            Hint = entry.One("hint"),
            Explanation = entry.One("why"),
            Points = points,
        };
    }

    private static Question? Problem(Entry entry, List<ListProblem> problems, string message) =>
        Problem<Question>(entry, problems, message);

    private static T? Problem<T>(Entry entry, List<ListProblem> problems, string message)
        where T : class
    {
        problems.Add(new ListProblem(entry.Line, 1, message));
        return null;
    }

    private static (string Before, string After) Split(string text, string sign) =>
        text.IndexOf(sign, StringComparison.Ordinal) is >= 0 and var at
            ? (text[..at].Trim(), text[(at + sign.Length)..].Trim())
            : (text.Trim(), "");

    private static string Short(string text) => text.Length <= 40 ? text : text[..40] + "…";

    private static IEnumerable<List<Line>> Blocks(IEnumerable<Line> lines)
    {
        // An empty line parts questions; an option goes with the question before it all the same, since none begins with one.
        var (block, parted) = (new List<Line>(), false);
        foreach (var line in lines)
        {
            var trimmed = line.Text.Trim();
            if (trimmed.Length == 0)
            {
                parted = block.Count > 0;
                continue;
            }

            if (parted && !trimmed.StartsWith("+ ", StringComparison.Ordinal) && !trimmed.StartsWith("- ", StringComparison.Ordinal))
            {
                yield return block;
                block = [];
            }

            parted = false;
            block.Add(line);
        }

        if (block.Count > 0)
        {
            yield return block;
        }
    }
}
