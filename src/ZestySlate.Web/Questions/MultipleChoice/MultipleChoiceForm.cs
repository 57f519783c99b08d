using System.Globalization;
using ZestySlate.Core;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.MultipleChoice;

namespace ZestySlate.Web.Questions.MultipleChoice;

/// <summary>Multiple choice in forms.</summary>
internal sealed class MultipleChoiceForm : IQuestionForm
{
    public Type DefinitionType => typeof(MultipleChoiceQuestion);

    public Type Editor => typeof(MultipleChoiceEditor);

    public IReadOnlyList<NewQuestion> Offers { get; } =
    [
        new("multipleChoice", "Multiple choice", "list-checks", MultipleChoiceQuestion.New),
        new("trueOrFalse", "True or false", "scale", MultipleChoiceQuestion.NewTrueOrFalse),
    ];

    public Response ReadResponse(IFormCollection form) => new MultipleChoiceResponse
    {
        Picked = form["pick"].Where(id => !string.IsNullOrEmpty(id)).Select(id => id!).ToValueList(),
        None = form["none"] == "yes",
    };

    /// <summary>
    /// Fields: picks; option (the ids, in order); text-ID, words-ID, pin-ID; right (the ticked ids); shuffle, none, penalty;
    /// and the presses add, remove=ID, up=ID, down=ID.
    /// </summary>
    public Question ReadQuestion(IFormCollection form, Question old)
    {
        var question = (MultipleChoiceQuestion)old;
        var picks = Enum.TryParse<Picks>(form["picks"], out var set) ? set : question.Picks;
        var options = form["option"].Select(id => ReadOption(form, question, id!)).ToValueList();
        if (form["remove"].ToString() is { Length: > 0 } gone)
        {
            options = options.RemoveAll(option => option.Id == gone);
        }

        foreach (var (press, step) in new[] { ("up", -1), ("down", 1) })
        {
            var at = options.IndexOf(option => option.Id == form[press]);
            if (at >= 0)
            {
                var moved = options[at];
                options = options.RemoveAll(option => option.Id == moved.Id).Insert(at + step, moved);
            }
        }

        if (form.ContainsKey("add"))
        {
            options = options.Add(new Option { Id = Ids.New() });
        }

        return question with
        {
            Picks = picks,
            Options = picks == Picks.Several ? options : OneRight(options),
            Shuffle = form["shuffle"] == "yes",
            OffersNone = form["none"] == "yes",
            Penalty = decimal.TryParse(form["penalty"], NumberStyles.Number, CultureInfo.InvariantCulture, out var penalty) ? Math.Clamp(penalty, 0, 10) : question.Penalty,
        };
    }

    private static Option ReadOption(IFormCollection form, MultipleChoiceQuestion question, string id)
    {
        var old = question.Options.FirstOrDefault(option => option.Id == id) ?? new Option { Id = id };
        return old with
        {
            Text = form["text-" + id].ToString(),
            Feedback = form["words-" + id].ToString().Trim(),
            Pinned = form["pin-" + id] == "yes",
            Right = form["right"].Contains(id),
        };
    }

    private static ValueList<Option> OneRight(ValueList<Option> options)
    {
        var first = options.IndexOf(option => option.Right);
        return options.Select((option, i) => option with { Right = i == first }).ToValueList();
    }
}
