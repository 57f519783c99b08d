using System.Globalization;
using System.Text.Json;
using CsCheck;
using ZestySlate.Core.Json;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Marking.Reading;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.Drawing;
using ZestySlate.Core.Questions.FileAnswer;
using ZestySlate.Core.Questions.GapText;
using ZestySlate.Core.Questions.Grid;
using ZestySlate.Core.Questions.JumbledWords;
using ZestySlate.Core.Questions.Locating;
using ZestySlate.Core.Questions.LongText;
using ZestySlate.Core.Questions.Match;
using ZestySlate.Core.Questions.Number;
using ZestySlate.Core.Questions.NumberLine;
using ZestySlate.Core.Questions.Order;
using ZestySlate.Core.Questions.Poll;
using ZestySlate.Core.Questions.Sort;
using ZestySlate.Core.Questions.Spoken;
using ZestySlate.Core.Tests.Questions;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Tests.Marking;

/// <summary>What holds for every family, whatever is asked and answered.</summary>
public sealed class EveryFamilyProperties
{
    private static readonly Gen<string> Word = Among("gale", "storm", "calm", "breeze", "barometer", "rain", "the", "wind");

    private static readonly Gen<int[]> Permutation = Gen.Int[0, 6].SelectMany(n => Gen.Shuffle(Enumerable.Range(0, n + 2).ToArray()));

    private static readonly Gen<(Question Question, Response Response)> Gaps =
        from words in Word.Array[1, 5]
        from typed in Word.Array[5]
        from slips in Gen.Bool
        from exchange in Gen.Bool
        from penalty in Gen.Int[0, 3]
        let text = string.Join(" and ", words.Select(word => $"{{{word}}}"))
        let question = Asked.Gaps(text) with
        {
            Penalty = penalty / 2m,
            Reading = new TextReading { Slips = slips },
        }
        let exchanged = question with
        {
            Text = MarkedText.Change(question.Text, _ => exchange, gap => gap with { Exchange = "A" }),
        }
        select ((Question)exchanged, (Response)Asked.Typed(typed[..words.Length]));

    private static readonly Gen<(Question Question, Response Response)> Orders =
        from given in Permutation
        from credit in Gen.Enum<OrderCredit>()
        from words in Word.Array[8]
        select ((Question)(Asked.Order(words[..given.Length]) with { Credit = credit }), (Response)Asked.InOrder(string.Join(' ', given)));

    private static readonly Gen<(Question Question, Response Response)> Jumbles =
        from given in Permutation
        from words in Word.Array[8]
        let question = Asked.Jumbled(string.Join(' ', words[..given.Length]))
        select ((Question)question, (Response)question.Put(string.Join(' ', given)));

    private static readonly Gen<(Question Question, Response Response)> Matches =
        from rights in Word.Array[2, 6]
        from chosen in Gen.Int[0, 5].Array[6]
        let question = Asked.Match([.. rights.Select((word, i) => $"left {i}={word}")])
        let options = question.Options
        select ((Question)question, (Response)Asked.Matched([.. rights.Select((_, i) => options[chosen[i] % options.Count].Id[1..])]));

    private static readonly Gen<string> Groups = Among("", "a", "b", "c", "ab", "ac", "abc");

    private static readonly Gen<(Question Question, Response Response)> Sorts =
        from right in Groups.Array[2, 6]
        from given in Groups.Array[6]
        from every in Gen.Bool
        from penalty in Gen.Int[0, 2]
        let question = Asked.Sort([.. right.Select((groups, i) => $"item {i}={groups}")]) with
        {
            EveryGroup = every,
            Penalty = penalty,
        }
        select ((Question)question, (Response)Asked.Sorted(given[..right.Length]));

    private static readonly Gen<(Question Question, Response Response)> Numbers =
        from right in Gen.Int[-100, 100]
        from typed in Gen.Int[-100, 100]
        from unit in Among("", "m", "km", "kt", "°C")
        from use in Gen.Enum<UnitUse>()
        select ((Question)(Asked.Number(right, "m") with { UnitUse = use }), (Response)Asked.Number($"{typed} {unit}"));

    private static readonly Gen<(Question Question, Response Response)> Texts =
        from right in Word.Array[1, 3]
        from typed in Word
        from slips in Gen.Bool
        select ((Question)(Asked.Short(right) with { Reading = new TextReading { Slips = slips } }), (Response)Asked.Answer(typed));

    private static readonly Gen<(Question Question, Response Response)> Picks =
        from words in Word.Array[2, 6]
        from marks in Gen.Int[0, 2].Array[6]
        from picked in Gen.Bool.Array[6]
        let question = Asked.Words(
            string.Join(
                ' ',
                words.Select(
                    (word, i) =>
                        marks[i] == 0 ? $"{{{word}}}"
                        : marks[i] == 1 ? $"[{word}]"
                        : word
                )
            )
        )
        select (
            (Question)question,
            (Response)
                Asked.Picked([.. question.Units.Where(unit => unit.Id.Length > 0).Where((_, i) => picked[i % 6]).Select(unit => unit.Id)])
        );

    private static readonly Gen<(Question Question, Response Response)> Boards =
        from right in Groups.Array[1, 5]
        from given in Among("a", "b", "c", "0.1 0.1", "0.95 0.2").Array[5]
        from often in Gen.Bool
        from penalty in Gen.Int[0, 2]
        let question = Asked.Placing([.. right.Select((zones, i) => $"item {i}={zones}")]) with
        {
            Penalty = penalty,
        }
        select (
            (Question)(question with { Items = question.Items.Replace(_ => often, item => item with { Often = true }) }),
            (Response)Asked.Placed([.. right.Select((_, i) => $"{i}={given[i]}")])
        );

    private static readonly Gen<(Question Question, Response Response)> Essays =
        from phrases in Word.Array[1, 4]
        from text in Word.Array[0, 8]
        from mentions in Gen.Int[1, 3]
        let question = new LongTextQuestion
        {
            Ideas = phrases.Select((phrase, i) => Asked.Idea(phrase) with { Id = "k" + i, Mentions = mentions }).ToValueList(),
        }
        select ((Question)question, (Response)new LongTextResponse { Text = string.Join(' ', text) });

    private static readonly Gen<(Question Question, Response Response)> Tables =
        from kinds in Gen.Enum<CellKind>().Array[1, 4]
        from right in Gen.Int[0, 3].Array[4]
        from given in Among("", "0", "1", "2,0", "yes", "3 %").Array[4]
        from penalty in Gen.Int[0, 2]
        let cells = kinds.Select(
            (kind, i) =>
                new GridCell
                {
                    Id = $"r{i}.c1",
                    Kind = kind,
                    Value = right[i],
                    Text = kind == CellKind.Tick ? "yes" : right[i].ToString(CultureInfo.InvariantCulture),
                    Options = ["0", "1", "2", "3"],
                    Points = 0.25m * (i + 1),
                }
        )
        select (
            (Question)(Asked.Grid([.. cells]) with { Penalty = penalty }),
            (Response)Asked.Filled([.. kinds.Select((kind, i) => $"r{i}.c1={given[i]}")])
        );

    private static readonly Gen<(Question Question, Response Response)> Places =
        from words in Word.Array[1, 4]
        from given in Among("0.1 0.1", "0.3 0.5", "0.5 0.5", "0.95 0.2").Array[4]
        from task in Gen.Enum<LocatingTask>()
        from penalty in Gen.Int[0, 2]
        let question = Asked.Locating(words) with
        {
            Task = task,
            Penalty = penalty,
        }
        select (
            (Question)question,
            (Response)Asked.Located([.. words.Select((_, i) => task == LocatingTask.FindAll ? $"find={given[i]}" : $"p{i}={given[i]}")])
        );

    private static readonly Gen<(Question Question, Response Response)> Drawn =
        from points in Gen.Select(Gen.Int[0, 9000], Gen.Int[0, 100]).Array[1, 6]
        from sort in Gen.Enum<DrawnSort>()
        from waits in Gen.Bool
        let mark = new DrawnMark
        {
            Number = points.Length,
            Sort = sort,
            Points = string.Join(' ', points.Select(point => $"{point.Item1},{point.Item1},{point.Item2}")),
            Words = "wind",
        }
        select ((Question)new DrawingQuestion { WaitsForPerson = waits }, (Response)new DrawingResponse { Marks = [mark] });

    private static readonly Gen<(Question Question, Response Response)> Polls =
        from choice in Among("a", "b", "")
        from anonymous in Gen.Bool
        select (
            (Question)new PollQuestion { Anonymous = anonymous, Choices = [new PollChoice { Id = "a" }, new PollChoice { Id = "b" }] },
            (Response)new PollResponse { Parts = [new PartAnswer("all", choice)] }
        );

    private static readonly Gen<(Question Question, Response Response)> Handed =
        from kind in Gen.Enum<HandedKind>()
        from name in Word
        from spoken in Gen.Bool
        let file = new HandedFile("f", name, kind, "x/y", 1000, 1.5)
        select spoken
            ? ((Question)new SpokenQuestion(), (Response)new SpokenResponse { Recording = file })
            : (new FileAnswerQuestion { Kinds = [kind] }, new FileAnswerResponse { Files = [file] });

    private static readonly Gen<(Question Question, Response Response)> Lines =
        from right in Gen.Int[-2, 14]
        from typed in Among("6", "5.5", "-1", "13", "12", "", "calm", "1e3")
        from penalty in Gen.Int[0, 3]
        select (
            (Question)(NumberLineTests.Wind with { Value = right, Penalty = penalty / 2m }),
            (Response)new NumberLineResponse { Text = typed }
        );

    internal static readonly Gen<(Question Question, Response Response)> Any = Gen.OneOf(
        Lines,
        Drawn,
        Polls,
        Handed,
        Boards,
        Essays,
        Tables,
        Places,
        Gaps,
        Orders,
        Jumbles,
        Matches,
        Sorts,
        Numbers,
        Texts,
        Picks
    );

    [Fact]
    public void Credit_lies_between_nothing_and_everything() =>
        Any.Sample(given => given.Question.Marked(given.Response).Share is var share && share >= 0 && share <= 1);

    [Fact]
    public void Everything_right_is_told_so_and_earns_everything_unless_a_unit_or_a_slip_costs() =>
        Any.Sample(given =>
        {
            var mark = given.Question.Marked(given.Response);
            return mark.Verdict != Verdict.Right || mark.Share == 1;
        });

    [Fact]
    public void Every_verdict_has_a_reason_in_every_language() =>
        Any.Sample(given =>
        {
            var mark = given.Question.Marked(given.Response);
            return Words.Languages.All(language =>
                Words.Of(language) is var words
                && words.Say(mark.Reason).Length > 0
                && mark.Parts.All(part => words.Say(part.Reason).Length > 0)
            );
        });

    [Fact]
    public void An_answer_survives_its_file() =>
        Any.Sample(given =>
        {
            var options = StoredJson.Trusted;
            var (question, response) = (
                JsonSerializer.Serialize(given.Question, options),
                JsonSerializer.Serialize(given.Response, options)
            );
            return JsonSerializer.Deserialize<Question>(question, options) == given.Question
                && JsonSerializer.Deserialize<Response>(response, options) == given.Response;
        });

    [Fact]
    public void Exchanging_what_stands_in_exchangeable_gaps_does_not_change_the_mark() =>
        Gen.Select(Gaps.Where(given => ((GapTextQuestion)given.Question).Gaps.First().Gap.Exchange.Length > 0), Gen.Int[0, 1000])
            .Sample(
                (given, seed) =>
                {
                    var values = ((GapTextResponse)given.Response).Parts.Select(part => part.Value).ToValueList();
                    var mixed = new GapTextResponse
                    {
                        Parts = ((GapTextResponse)given.Response)
                            .Parts.Zip(new SeededRandom((ulong)seed).Shuffle(values), (part, value) => part with { Value = value })
                            .ToValueList(),
                    };
                    return given.Question.Marked(given.Response).Share == given.Question.Marked(mixed).Share;
                }
            );

    [Fact]
    public void Exchanging_equal_words_does_not_change_the_mark() =>
        Gen.Select(Jumbles, Gen.Int[0, 7], Gen.Int[0, 7])
            .Sample(
                (given, one, other) =>
                {
                    var question = (JumbledWordsQuestion)given.Question;
                    var (line, words) = (
                        ((JumbledWordsResponse)given.Response).Lines[0].ToList(),
                        question.Words[0].ToDictionary(word => word.Id, word => word.Text)
                    );
                    (one, other) = (one % line.Count, other % line.Count);
                    if (words[line[one]] != words[line[other]])
                    {
                        return true;
                    }

                    (line[one], line[other]) = (line[other], line[one]);
                    return question.Marked(given.Response).Share
                        == question.Marked(new JumbledWordsResponse { Lines = [line.ToValueList()] }).Share;
                }
            );

    [Fact]
    public void The_order_of_pairs_and_items_does_not_change_a_mark() =>
        Gen.Select(Gen.OneOf(Matches, Sorts), Gen.ULong)
            .Sample(
                (given, seed) =>
                {
                    Question shuffled = given.Question switch
                    {
                        MatchQuestion match => match with { Pairs = new SeededRandom(seed).Shuffle(match.Pairs) },
                        SortQuestion sort => sort with { Items = new SeededRandom(seed).Shuffle(sort.Items) },
                        var other => other,
                    };
                    return given.Question.Marked(given.Response).Share == shuffled.Marked(given.Response).Share;
                }
            );

    [Fact]
    public void More_right_gaps_never_give_less() =>
        Gaps.Sample(given =>
        {
            var question = (GapTextQuestion)given.Question;
            var response = (GapTextResponse)given.Response;
            var before = question.Marked(response);
            return question.Gaps.All(gap =>
                question
                    .Marked(
                        response with
                        {
                            Parts = response.Parts.Replace(part => part.Part == gap.Gap.Id, part => part with { Value = gap.Words }),
                        }
                    )
                    .Share >= before.Share
                || gap.Gap.Exchange.Length > 0
            );
        });

    [Fact]
    public void A_slip_never_accepts_a_listed_wrong_word_or_the_answer_of_another_gap() =>
        Gen.Select(Word, Word, Gen.String[Gen.Char["abeglmorst"], 3, 9])
            .Sample(
                (right, wrong, typed) =>
                {
                    var reading = new TextReading { Slips = true };
                    var key = new TextKey { Accepted = [right], NotThis = [wrong] };
                    var listed = right == wrong || TextMatching.Match(wrong, key, reading, InEnglish.Culture).Earned == 0;
                    var elsewhere =
                        right == wrong
                        || TextMatching.Match(wrong, new TextKey { Accepted = [right] }, reading, InEnglish.Culture, [wrong]).Earned == 0;
                    var distance =
                        TextMatching.Match(typed, new TextKey { Accepted = [right] }, reading, InEnglish.Culture).Earned == 0
                        || TextMatching.Distance(typed, right, 9) <= TextMatching.SlipsAllowed(right.Length);
                    return listed && elsewhere && distance;
                }
            );

    [Fact]
    public void A_number_written_in_any_culture_is_read_back() =>
        Gen.Select(Gen.Int[-9_999_999, 9_999_999], Gen.Int[0, 3], Among("en", "de", "ar", "fr", "de-CH", "pl", "sv", "hi", "fa", "tr"))
            .Sample(
                (whole, places, name) =>
                {
                    var culture = CultureInfo.GetCultureInfo(name);
                    var value = whole / (decimal)Math.Pow(10, places);
                    return NumberReading.Read(value.ToString("N" + places, culture), culture)?.Value == value
                        && NumberReading.Read(value.ToString("F" + places, culture), culture)?.Value == value;
                }
            );

    [Fact]
    public void The_best_assignment_is_as_good_as_any() =>
        Gen.Int[0, 4]
            .Array2D[4, 4]
            .Sample(values =>
            {
                var table = new decimal[4, 4];
                foreach (var (row, column) in from row in Enumerable.Range(0, 4) from column in Enumerable.Range(0, 4) select (row, column))
                {
                    table[row, column] = values[row, column];
                }

                var given = Assignment.Best(table);
                return given.Distinct().Count() == 4
                    && given.Select((column, row) => table[row, column]).Sum()
                        == AllOrders(4).Max(order => order.Select((column, row) => table[row, column]).Sum());
            });

    private static Gen<string> Among(params string[] values) => Gen.Int[0, values.Length - 1].Select(i => values[i]);

    private static IEnumerable<int[]> AllOrders(int count) =>
        count == 0
            ?
            [
                [],
            ]
            : AllOrders(count - 1)
                .SelectMany(order =>
                    Enumerable.Range(0, count).Select(at => order.Take(at).Append(count - 1).Concat(order.Skip(at)).ToArray())
                );
}
