using ZestySlate.Core.Activities;
using ZestySlate.Core.Contents.Asks;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.GapText;
using ZestySlate.Core.Questions.JumbledWords;
using ZestySlate.Core.Questions.Match;
using ZestySlate.Core.Questions.MultipleChoice;
using ZestySlate.Core.Questions.Number;
using ZestySlate.Core.Questions.Order;
using ZestySlate.Core.Questions.ShortText;
using ZestySlate.Core.Questions.Sort;
using ZestySlate.Core.Questions.WordPick;

namespace ZestySlate.Core.Editing;

/// <summary>A question made into one of another family, as far as its content allows.</summary>
/// <param name="Key">The other family's name in files.</param>
/// <param name="Title">Its name on screen.</param>
/// <param name="Lost">What would be lost, in words; empty for nothing.</param>
/// <param name="Make">Makes it; what all questions have is carried over by <see cref="Of"/>.</param>
public sealed record FamilyChange(string Key, string Title, string Lost, Func<Question> Make)
{
    /// <summary>The families this question can become.</summary>
    public static IEnumerable<FamilyChange> Of(Question question) => (question switch
    {
        MultipleChoiceQuestion { Picks: not Picks.TrueOrFalse } choice => From(choice),
        ShortTextQuestion text => From(text),
        NumberQuestion number => From(number),
        GapTextQuestion gaps => From(gaps),
        WordPickQuestion words => From(words),
        JumbledWordsQuestion jumbled => From(jumbled),
        OrderQuestion order => From(order),
        MatchQuestion match => From(match),
        SortQuestion sort => From(sort),
        _ => [],
    }).Select(change => change with { Make = () => Common(change.Make(), question) });

    private static Question Common(Question made, Question old) => made with
    {
        Prompt = old.Prompt,
        Picture = old.Picture,
        Sound = old.Sound,
        Video = old.Video,
        Hint = old.Hint,
        Explanation = old.Explanation,
        Points = old.Points,
        AllOrNothing = old.AllOrNothing,
        Bands = old.Bands,
    };

    private static IEnumerable<FamilyChange> From(MultipleChoiceQuestion choice)
    {
        var pictures = choice.Options.Any(option => option.Picture is not null) ? ", pictures" : "";
        yield return new("shortText", "Short text", $"the order of options{pictures}", () => new ShortTextQuestion
        {
            Accepted = choice.Options.Where(option => option.Right).Select(option => new ShortAnswer(option.Text) { Feedback = option.Feedback }).ToValueList(),
            NotThis = choice.Options.Where(option => !option.Right && option.Text.Length > 0).Select(option => new ShortAnswer(option.Text) { Feedback = option.Feedback }).ToValueList(),
        });
        yield return new("order", "Order", "what is right, words for options", () => new OrderQuestion
        {
            Items = choice.Options.Select(option => new OrderItem { Id = option.Id, Face = new Face { Text = option.Text, Picture = option.Picture } }).ToValueList(),
        });
        yield return new("sort", "Sort", "nothing but their order", () => new SortQuestion
        {
            Groups = [new SortGroup { Id = "yes", Title = "right" }, new SortGroup { Id = "no", Title = "not right" }],
            Items = choice.Options.Select(option => new SortItem { Id = option.Id, Face = new Face { Text = option.Text, Picture = option.Picture }, Groups = [option.Right ? "yes" : "no"], Feedback = option.Feedback }).ToValueList(),
        });
    }

    private static IEnumerable<FamilyChange> From(ShortTextQuestion text)
    {
        yield return new("multipleChoice", "Multiple choice", "how words are read" + (text.Accepted.Count > 1 ? ", further right answers" : ""), () => new MultipleChoiceQuestion
        {
            Options = text.Accepted.Take(1).Select(answer => new Option { Id = Ids.New(), Text = answer.Text, Right = true, Feedback = answer.Feedback })
                .Concat(text.NotThis.Select(answer => new Option { Id = Ids.New(), Text = answer.Text, Feedback = answer.Feedback }))
                .Concat(text.NotThis.Count == 0 ? [new Option { Id = Ids.New() }] : []).ToValueList(),
        });
        if (text.Accepted.Count > 0 && Marking.Reading.QuantityReading.Read(text.Accepted[0].Text, System.Globalization.CultureInfo.InvariantCulture) is { } read)
        {
            yield return new("number", "Number", "further answers, how words are read", () => new NumberQuestion
            {
                Value = read.Number.Value,
                Unit = read.Unit,
                UnitUse = read.Unit.Length > 0 ? UnitUse.Optional : UnitUse.None,
            });
        }
    }

    private static IEnumerable<FamilyChange> From(NumberQuestion number)
    {
        yield return new("shortText", "Short text", "every other way to write the number, tolerance, units", () => new ShortTextQuestion
        {
            Accepted = [new ShortAnswer($"{(number.Value is { } value ? Marking.Reading.NumberWriting.Write(value, System.Globalization.CultureInfo.InvariantCulture) : "")}{(number.UnitUse == UnitUse.None ? "" : " " + number.Unit)}")],
        });
    }

    private static IEnumerable<FamilyChange> From(GapTextQuestion gaps)
    {
        yield return new("wordPick", "Word pick", "variants, wrong words and hints of gaps", () => new WordPickQuestion
        {
            Text = gaps.Text.Select(run => new Run<WordMark>(run.Text, run.Mark is null ? null : new WordMark { Id = run.Mark.Id, Feedback = run.Mark.WordsForRight })).ToValueList(),
        });
        yield return Jumbled(MarkedText.TextOf(gaps.Text), "gaps and all that belongs to them");
    }

    private static IEnumerable<FamilyChange> From(WordPickQuestion words)
    {
        yield return new("gapText", "Gap text", "traps, words for picks", () => new GapTextQuestion
        {
            Text = words.Text.Select(run => new Run<Gap>(run.Text, run.Mark is { Trap: false } ? new Gap { Id = run.Mark.Id } : null)).ToValueList(),
        });
        yield return Jumbled(MarkedText.TextOf(words.Text), "marked words");
    }

    private static IEnumerable<FamilyChange> From(JumbledWordsQuestion jumbled)
    {
        var text = string.Join('\n', jumbled.Lines);
        yield return new("gapText", "Gap text", "", () => new GapTextQuestion { Text = MarkedText.Plain<Gap>(text) });
        yield return new("wordPick", "Word pick", "", () => new WordPickQuestion { Text = MarkedText.Plain<WordMark>(text) });
        yield return new("order", "Order", "", () => new OrderQuestion { Items = jumbled.Lines.Select(line => new OrderItem { Id = Ids.New(), Face = Face.Of(line) }).ToValueList() });
    }

    private static IEnumerable<FamilyChange> From(OrderQuestion order)
    {
        var faces = order.Items.Any(item => item.Face.Picture is not null || item.Face.Sound is not null) ? "pictures and sounds" : "";
        yield return Jumbled(string.Join('\n', order.Items.Select(item => item.Face.Text)), faces);
        yield return new("multipleChoice", "Multiple choice", "the order", () => new MultipleChoiceQuestion
        {
            Options = order.Items.Select(item => new Option { Id = item.Id, Text = item.Face.Text, Picture = item.Face.Picture }).ToValueList(),
        });
    }

    private static IEnumerable<FamilyChange> From(MatchQuestion match)
    {
        var lost = string.Join(", ", new[] { match.Extras.Count > 0 ? "counterparts that belong to nothing" : "", match.Pairs.Any(pair => pair.Right.Picture is not null || pair.Right.Sound is not null) ? "pictures and sounds of counterparts" : "" }
            .Where(words => words.Length > 0));
        yield return new("sort", "Sort", lost, () =>
        {
            var groups = match.Pairs.Select(pair => pair.Right.Name).Distinct().Select(title => new SortGroup { Id = Ids.New(), Title = title }).ToValueList();
            return new SortQuestion
            {
                Groups = groups,
                Items = match.Pairs.Select(pair => new SortItem { Id = pair.Id, Face = pair.Left, Groups = [groups.First(group => group.Title == pair.Right.Name).Id], Feedback = pair.Feedback }).ToValueList(),
            };
        });
    }

    private static IEnumerable<FamilyChange> From(SortQuestion sort)
    {
        var lost = string.Join(", ", new[] { sort.Items.Any(item => item.Groups.Count > 1) ? "further groups of items" : "", sort.Items.Any(item => item.Groups.Count == 0) ? "items that belong nowhere" : "" }
            .Where(words => words.Length > 0));
        yield return new("match", "Match", lost, () => new MatchQuestion
        {
            Pairs = sort.Items.Where(item => item.Groups.Count > 0).Select(item => new MatchPair
            {
                Id = item.Id,
                Left = item.Face,
                Right = Face.Of(sort.Groups.FirstOrDefault(group => group.Id == item.Groups[0])?.Title ?? ""),
                Feedback = item.Feedback,
            }).ToValueList(),
        });
    }

    private static FamilyChange Jumbled(string text, string lost) => new("jumbledWords", "Jumbled words", lost, () => new JumbledWordsQuestion
    {
        Lines = text.Split('\n', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries).ToValueList(),
    });
}

/// <summary>Makes a question into one of another family.</summary>
public sealed record ChangeFamily(string SpotId, string Family) : SpotEdit(SpotId)
{
    public override string SummaryOn(Activity activity) => $"Another kind of question: {NameOf(activity, SpotId)}";

    protected override Outcome<Activity> Apply(Activity activity, Spot spot) =>
        spot.Question is { } question && FamilyChange.Of(question).FirstOrDefault(change => change.Key == Family) is { } change
            ? activity.WithSpot(SpotId, s => s with { Content = new Ask(change.Make()) })
            : Outcome<Activity>.Refused("This question cannot be made into that kind.");
}
