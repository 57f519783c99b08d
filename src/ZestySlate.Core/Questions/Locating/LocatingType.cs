using System.Globalization;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Classes.Rehearsing;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Marking.Reading;
using ZestySlate.Core.Questions.Capabilities;
using ZestySlate.Core.Scenes;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Questions.Locating;

/// <summary>The family of places to be pressed, named or found on a board.</summary>
public sealed class LocatingType : QuestionType<LocatingQuestion, LocatingResponse>, IFinds
{
    private const int MostPresses = 500,
        LongestName = 500;

    public override string Key => "locating";

    public IEnumerable<(string Part, string Name)> FindsOf(Question question) =>
        ((LocatingQuestion)question).Places.Select((place, i) => (place.Id, place.Face.Name.Length > 0 ? place.Face.Name : $"{i + 1}"));

    protected override string TitleOf(LocatingQuestion question) => AuthorWords.Say("familyLocate");

    protected override decimal Parts(LocatingQuestion question) => Math.Max(1, question.Places.Count);

    protected override QuestionMark Mark(LocatingQuestion question, LocatingResponse? response, CultureInfo culture) =>
        response is null || response.IsEmpty ? new QuestionMark(Verdict.Missing, 0, Reason.Of("nothingGiven"), [])
        : question.Task == LocatingTask.FindAll ? Found(question, response)
        : Credit.Of(
            [
                .. question.Places.Select(place =>
                    question.Task == LocatingTask.Name
                        ? Named(question, place, response.For(place.Id), culture)
                        : Pressed(question, place, response.For(place.Id))
                ),
            ],
            question.Penalty
        );

    private static PartCredit Pressed(LocatingQuestion question, LocatedPlace place, string value) =>
        BoardPlace.Read(value) is not { } press
            ? new PartCredit(place.Id, place.Face.Name, Verdict.Missing, 0, 1, Reason.Of("notPressed", place.Face.Name))
        : question.PlaceAt(press)?.Id == place.Id
            ? new PartCredit(place.Id, place.Face.Name, Verdict.Right, 1, 1, Reason.Of("pressedRight", place.Face.Name), place.After)
        : new PartCredit(place.Id, place.Face.Name, Verdict.Wrong, 0, 1, Reason.Of("pressedWrong", place.Face.Name));

    private static PartCredit Named(LocatingQuestion question, LocatedPlace place, string value, CultureInfo culture)
    {
        var match = TextMatching.Match(
            value,
            new TextKey { Accepted = [place.Face.Text, .. place.Variants] },
            question.Reading,
            culture,
            question.Places.Where(other => other.Id != place.Id).SelectMany(other => other.Variants.Prepend(other.Face.Text))
        );
        return new PartCredit(
            place.Id,
            value.Trim(),
            match.Verdict,
            match.Earned,
            1,
            match.Reason,
            match.Verdict == Verdict.Missing ? "" : place.After
        );
    }

    /// <summary>Each new hit counts once; a press beside, and one on what is found already, is a mistake.</summary>
    private static QuestionMark Found(LocatingQuestion question, LocatingResponse response)
    {
        var hits = new HashSet<string>();
        var beyond = new List<PartCredit>();
        foreach (var value in response.AllFor(LocatingResponse.Find))
        {
            if (BoardPlace.Read(value) is not { } press || question.PlaceAt(press) is not { } place)
            {
                beyond.Add(new PartCredit($"{LocatingResponse.Find} {value}", "", Verdict.Wrong, 0, 1, Reason.Of("nothingThere")));
            }
            else if (!hits.Add(place.Id))
            {
                beyond.Add(
                    new PartCredit(
                        $"{LocatingResponse.Find} {value}",
                        place.Face.Name,
                        Verdict.Wrong,
                        0,
                        1,
                        Reason.Of("foundAlready", place.Face.Name)
                    )
                );
            }
        }

        return Credit.Of(
            [
                .. question.Places.Select(place =>
                    hits.Contains(place.Id)
                        ? new PartCredit(
                            place.Id,
                            place.Face.Name,
                            Verdict.Right,
                            1,
                            1,
                            Reason.Of("pressedRight", place.Face.Name),
                            place.After
                        )
                        : new PartCredit(place.Id, "", Verdict.Missing, 0, 1, Reason.Of("notFoundYet"))
                ),
            ],
            question.Penalty,
            beyond
        );
    }

    protected override string InWords(LocatingQuestion question, LocatingResponse response) =>
        string.Join(
            " · ",
            response
                .Parts.Where(part => part.Value.Length > 0)
                .Select(part =>
                    BoardPlace.Read(part.Value) is { } press
                        ? (
                            part.Part == LocatingResponse.Find
                                ? ""
                                : question.Places.FirstOrDefault(place => place.Id == part.Part)?.Face.Name + " → "
                        ) + (question.PlaceAt(press)?.Face.Name ?? "nothing")
                        : part.Value
                )
        );

    protected override bool IsEmpty(LocatingResponse response) => response.IsEmpty;

    protected override Reason? RefuseResponse(LocatingQuestion question, LocatingResponse response) =>
        response.Parts.Count <= MostPresses
        && response.Parts.All(part =>
            question.Task == LocatingTask.FindAll
                ? part.Part == LocatingResponse.Find && BoardPlace.Read(part.Value) is not null
                : question.Places.Any(place => place.Id == part.Part)
                    && (
                        question.Task == LocatingTask.Name
                            ? part.Value.Length <= LongestName
                            : part.Value.Length == 0 || BoardPlace.Read(part.Value) is not null
                    )
        )
            ? null
            : Reason.Of("notInQuestion");

    protected override LocatingResponse? Kept(LocatingQuestion question, LocatingResponse response, IReadOnlySet<string> right)
    {
        var kept = response.Parts.Where(part => IsRight(question, part, right)).ToValueList();
        return kept.Count > 0 || response.Begun ? new() { Parts = kept, Begun = response.Begun } : null;
    }

    protected override LocatingResponse WithKept(LocatingQuestion question, LocatingResponse given, LocatingResponse kept) =>
        given with
        {
            Begun = given.Begun || kept.Begun,
            Parts = given
                .Parts.Where(part =>
                    part.Part == LocatingResponse.Find ? !kept.Parts.Contains(part) : kept.Parts.All(other => other.Part != part.Part)
                )
                .Concat(kept.Parts)
                .ToValueList(),
        };

    private static bool IsRight(LocatingQuestion question, PartAnswer part, IReadOnlySet<string> right) =>
        part.Part == LocatingResponse.Find
            ? BoardPlace.Read(part.Value) is { } press && question.PlaceAt(press) is { } place && right.Contains(place.Id)
            : right.Contains(part.Part);

    protected override Steps StepsOf(LocatingQuestion question) =>
        question.UntilFound && question.Task != LocatingTask.Name ? Steps.MarkedAndKept : Steps.NotMarked;

    /// <summary>A press beside what is asked for is forgotten: the place is still to be found.</summary>
    protected override (bool Right, LocatingResponse After) AfterStep(
        LocatingQuestion question,
        LocatingResponse response,
        QuestionMark mark,
        string part
    )
    {
        var right = mark.Parts.Where(p => p.Verdict == Verdict.Right).Select(p => p.Part).ToHashSet();
        var seen = new HashSet<string>();
        var stays = response
            .Parts.Where(press =>
                IsRight(question, press, right)
                && (press.Part != LocatingResponse.Find || seen.Add(question.PlaceAt(BoardPlace.Read(press.Value)!.Value)!.Id))
            )
            .ToValueList();
        return (stays.Count == response.Parts.Count(press => press.Value.Length > 0), response with { Parts = stays });
    }

    /// <summary>Where names are to be written they are the key. A picture that is looked round in stays one, and one that is not, none:
    /// areas would mean something else.</summary>
    protected override LocatingQuestion WithWording(LocatingQuestion older, LocatingQuestion newer) =>
        older with
        {
            Board =
                older.Board with { Picture = newer.Board.Picture ?? older.Board.Picture } is var board
                && board.IsSphere == older.Board.IsSphere
                    ? board
                    : older.Board,
            Places = older.Places.Replace(
                _ => true,
                place =>
                    Same(newer, place) is { } same
                        ? place with
                        {
                            Face = older.Task == LocatingTask.Name ? same.Face with { Text = place.Face.Text } : same.Face,
                            Before = same.Before,
                            After = same.After,
                        }
                        : place
            ),
        };

    protected override LocatingQuestion WithKey(LocatingQuestion older, LocatingQuestion newer) =>
        older with
        {
            Reading = newer.Reading,
            Places = older.Places.Replace(
                _ => true,
                place =>
                    Same(newer, place) is { } same
                        ? place with
                        {
                            Area = same.Area,
                            Variants = same.Variants,
                            Face = older.Task == LocatingTask.Name ? place.Face with { Text = same.Face.Text } : place.Face,
                        }
                        : place
            ),
        };

    private static LocatedPlace? Same(LocatingQuestion question, LocatedPlace place) =>
        question.Places.FirstOrDefault(other => other.Id == place.Id);

    protected override IEnumerable<Weakness> Check(LocatingQuestion question, CultureInfo culture)
    {
        if (question.Places.Count == 0)
        {
            yield return new Weakness(true, AuthorWords.Say("hasNoPlacesDrawWhere"), "places");
        }

        if (question.Places.IndexOf(place => question.AreaOf(place).IsTooSmall) is >= 0 and var small)
        {
            yield return new Weakness(false, AuthorWords.Say("hasPlaceTooSmallFinger", small + 1), "places");
        }

        if (
            question.Task != LocatingTask.FindAll
            && question.Places.IndexOf(place =>
                question.Task == LocatingTask.Name ? place.Face.Text.Trim().Length == 0 : place.Face.IsEmpty
            )
                is >= 0
                    and var nameless
        )
        {
            yield return new Weakness(true, AuthorWords.Say("hasPlaceWithoutNameNumber", nameless + 1), "places");
        }

        if (
            question.Task == LocatingTask.Name
            && question
                .Places.Where(place => place.Face.Text.Trim().Length > 0)
                .GroupBy(place => question.Reading.Read(place.Face.Text, culture))
                .FirstOrDefault(same => same.Count() > 1)
                is { } twice
        )
        {
            yield return new Weakness(false, AuthorWords.Say("hasTwoPlacesName", twice.First().Face.Text), "places");
        }

        if (question.Board.Picture is null)
        {
            yield return new Weakness(false, AuthorWords.Say("hasEmptyBoardGivePicture"), "board");
        }
        else if (question.Board.Picture is { AlternativeText.Length: 0 })
        {
            yield return new Weakness(false, AuthorWords.Say("hasBoardWithoutWordsThose"), "alternativeText");
        }
    }

    protected override LocatingResponse? Rehearse(LocatingQuestion question, Chance chance) =>
        new()
        {
            Parts = question
                .Places.Select(place =>
                    question.Task == LocatingTask.Name
                        ? new PartAnswer(
                            place.Id,
                            chance.Knows()
                                ? place.Face.Text
                                : chance.Unsure(place.Face.Text, question.Places.Select(other => other.Face.Text).ToList())
                        )
                        : new PartAnswer(
                            question.Task == LocatingTask.FindAll ? LocatingResponse.Find : place.Id,
                            BoardPlace.Write(
                                chance.Knows()
                                    ? question.AreaOf(place).Middle
                                    : new Share(chance.Next(1000) / 1000.0, chance.Next(1000) / 1000.0)
                            )
                        )
                )
                .ToValueList(),
        };

    protected override IEnumerable<PartOrder> Draw(LocatingQuestion question, SeededRandom random, bool options) =>
        question.Shuffle ? [PartOrder.Shuffled("places", question.Places, place => place.Id, random)] : [];

    protected override QuestionView View(LocatingQuestion question, Showing<LocatingResponse> showing)
    {
        var given = showing.Given;
        var looking = showing.Looking;
        var order = showing.InOrder("places", question.Places, place => place.Id);
        var kept = showing.Kept?.Parts ?? [];
        var all = looking || question.Task == LocatingTask.Name || showing.Shown.RightAnswer;
        var named = looking || showing.Shown.RightAnswer;
        var marks = order
            .Select((place, i) => (place, number: i + 1))
            .Where(mark => all || kept.Any(press => BoardPlace.Read(press.Value) is { } at && question.PlaceAt(at)?.Id == mark.place.Id))
            .Select(mark => new PlaceMark(
                mark.place.Id,
                mark.number,
                question.AreaOf(mark.place),
                named || question.Task != LocatingTask.Name ? mark.place.Face.Name : "",
                looking ? string.Join(' ', new[] { mark.place.Before, mark.place.After }.Where(words => words.Length > 0)) : ""
            ))
            .ToValueList();
        var asked =
            looking || question.Task == LocatingTask.FindAll
                ? new ValueList<AskedPlace>()
                : order
                    .Select(place => new AskedPlace(
                        place.Id,
                        question.Task == LocatingTask.Name ? new Face() : place.Face,
                        place.Before,
                        given?.For(place.Id) ?? "",
                        kept.Any(part => part.Part == place.Id && part.Value.Length > 0),
                        showing.Said(place.Id),
                        showing.Shown.RightAnswer && question.Task == LocatingTask.Name ? place.Face.Text : ""
                    ))
                    .ToValueList();
        var presses =
            question.Task == LocatingTask.Name || looking
                ? new ValueList<PutDown>()
                : (given?.Parts.Where(part => part.Value.Length > 0) ?? [])
                    .Select(part => new PutDown(
                        part.Value,
                        kept.Contains(part),
                        part.Part != LocatingResponse.Find ? showing.Said(part.Part)
                            : showing.Said($"{LocatingResponse.Find} {part.Value}") is { Verdict: not null } wrong ? wrong
                            : BoardPlace.Read(part.Value) is { } at && question.PlaceAt(at) is { } hit ? showing.Said(hit.Id)
                            : PartSaid.Nothing
                    ))
                    .ToValueList();
        return new LocatingView(question.Board, question.Board.Shape, question.Task, looking, asked, marks, presses, question.Places.Count);
    }
}
