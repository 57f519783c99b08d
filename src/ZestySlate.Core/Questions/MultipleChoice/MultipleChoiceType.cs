using ZestySlate.Core.Checking;
using ZestySlate.Core.Marking;

namespace ZestySlate.Core.Questions.MultipleChoice;

/// <summary>The family of multiple choice, and of true or false.</summary>
public sealed class MultipleChoiceType : QuestionType<MultipleChoiceQuestion, MultipleChoiceResponse>
{
    public override string Key => "multipleChoice";

    protected override string TitleOf(MultipleChoiceQuestion question) =>
        question.Picks == Picks.TrueOrFalse ? "True or false" : "Multiple choice";

    protected override decimal Parts(MultipleChoiceQuestion question) =>
        question.Picks == Picks.Several ? Math.Max(1, question.RightOptions) : 1;

    protected override QuestionMark Mark(MultipleChoiceQuestion question, MultipleChoiceResponse? response) =>
        MultipleChoiceMarking.Mark(question, response);

    protected override string InWords(MultipleChoiceQuestion question, MultipleChoiceResponse response) =>
        response.None ? "None of these" : string.Join("; ", question.Options.Where(option => response.Picked.Contains(option.Id)).Select(option => option.Text));

    protected override bool IsEmpty(MultipleChoiceResponse response) => response.IsEmpty;

    protected override string? RefuseResponse(MultipleChoiceQuestion question, MultipleChoiceResponse response)
    {
        if (response.Picked.Distinct().Count() != response.Picked.Count
            || response.Picked.Any(id => question.Options.All(option => option.Id != id)))
        {
            return "An option was picked that this question does not have.";
        }

        return question.Picks != Picks.Several && response.Picked.Count > 1 ? "Only one option can be picked here." : null;
    }

    protected override MultipleChoiceQuestion WithWording(MultipleChoiceQuestion older, MultipleChoiceQuestion newer) => older with
    {
        Options = older.Options.Replace(_ => true, option => newer.Options.FirstOrDefault(o => o.Id == option.Id) is { } same
            ? option with { Text = same.Text, Feedback = same.Feedback }
            : option),
    };

    protected override MultipleChoiceQuestion WithKey(MultipleChoiceQuestion older, MultipleChoiceQuestion newer) => older with
    {
        Penalty = newer.Penalty,
        Options = older.Options.Replace(_ => true, option => newer.Options.FirstOrDefault(o => o.Id == option.Id) is { } same
            ? option with { Right = same.Right }
            : option),
    };

    protected override IEnumerable<Weakness> Check(MultipleChoiceQuestion question)
    {
        var worded = question.Options.Where(option => option.Text.Trim().Length > 0).ToList();
        if (worded.Count < 2)
        {
            yield return new Weakness(true, "has fewer than two options with words", "options");
        }

        if (worded.Count < question.Options.Count)
        {
            yield return new Weakness(true, "has an option without words", "options");
        }

        if (question.RightOptions == 0 && !(question.Picks == Picks.Several && question.OffersNone))
        {
            yield return new Weakness(true, "has no right answer: tick the option that is right", "options");
        }

        if (worded.GroupBy(option => option.Text.Trim(), StringComparer.CurrentCultureIgnoreCase).FirstOrDefault(same => same.Count() > 1) is { } twice)
        {
            yield return new Weakness(false, $"offers «{twice.Key}» twice", "options");
        }

        if (question.Picks == Picks.Several && question.RightOptions == question.Options.Count && question.Options.Count > 0)
        {
            yield return new Weakness(false, "has only right options, so ticking everything is right", "options");
        }

        if (question.Picks == Picks.Several && question.Penalty == 0 && !question.AllOrNothing)
        {
            yield return new Weakness(false, "gives full points to whoever ticks everything: let a wrong tick cost something", "penalty");
        }
    }

    protected override QuestionView View(MultipleChoiceQuestion question, MultipleChoiceResponse? response, QuestionMark? mark, Shown shown, SeededRandom random)
    {
        var order = question.Shuffle && question.Picks != Picks.TrueOrFalse
            ? random.Shuffle(question.Options, option => option.Pinned)
            : question.Options;
        var options = order.Select(option =>
        {
            var picked = response?.Picked.Contains(option.Id) ?? false;
            var part = shown.RightOrWrong && picked ? mark?.Parts.FirstOrDefault(p => p.Part == option.Id) : null;
            return new OptionView(option.Id, option.Text, picked, part?.Verdict, part?.Feedback ?? "", shown.RightAnswer && option.Right);
        });
        var several = question.Picks == Picks.Several;
        return new MultipleChoiceView(several, several && question.OffersNone, response?.None ?? false,
            shown.RightAnswer && several && question.RightOptions == 0, options.ToValueList());
    }
}
