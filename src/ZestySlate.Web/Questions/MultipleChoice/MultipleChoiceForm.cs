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
        new(
            "multipleChoice",
            "Multiple choice",
            "one or several right",
            "list-checks",
            "quiz pick select options radio check single",
            MultipleChoiceQuestion.New
        )
        {
            IsCommon = true,
        },
        new(
            "trueOrFalse",
            "True or false",
            "is it so or not",
            "scale",
            "yes no right wrong statement",
            MultipleChoiceQuestion.NewTrueOrFalse
        )
        {
            IsCommon = true,
        },
    ];

    /// <summary>Fields: picks; option (the ids, in order); those of each face; words-ID, pin-ID, needs-ID; right (the ticked ids); shuffle,
    /// none, penalty; addFound (what is found, for an option of its own), found-ID (what that is called).</summary>
    public Outcome<Question> ReadQuestion(IFormCollection form, Question old, CultureInfo culture)
    {
        var question = (MultipleChoiceQuestion)old;
        var picks = Named.TryRead<Picks>(form["picks"], out var set) ? set : question.Picks;
        var options = WithFound(form, question, Rows.Read(form, "option", 2).Select(id => ReadOption(form, question, id)).ToValueList());
        return question with
        {
            Picks = picks,
            Options = picks == Picks.Several ? options : OneRight(options),
            Shuffle = form["shuffle"] == "yes",
            OffersNone = form["none"] == "yes",
        };
    }

    private static Option ReadOption(IFormCollection form, MultipleChoiceQuestion question, string id)
    {
        var old = question.Options.FirstOrDefault(option => option.Id == id) ?? new Option { Id = id };
        var face = FaceFields.Read(form, id, id, new Face { Text = old.Text, Picture = old.Picture });
        return old with
        {
            Text = face.Text,
            Picture = face.Picture,
            Feedback = form["words-" + id].ToString().Trim(),
            Pinned = form["pin-" + id] == "yes",
            Needs = form.ContainsKey("needs-" + id) ? form["needs-" + id].ToString() : old.Needs,
            Right = form["right"].Contains(id),
        };
    }

    /// <summary>With an option for what learners find, there once they have, in the place of rows at the end that are not written yet. Sent
    /// twice, from a page that has not seen it yet, it is one.</summary>
    private static ValueList<Option> WithFound(IFormCollection form, MultipleChoiceQuestion old, ValueList<Option> options)
    {
        var found = form["addFound"].ToString();
        return found.Length == 0 || options.Any(option => option.Needs == found)
            ? options
            : options
                .Take(options.Count - options.Reverse().TakeWhile(IsBlank).Count())
                .ToValueList()
                .Add(
                    old.Options.FirstOrDefault(option => option.Needs == found)
                        ?? new Option
                        {
                            Id = Ids.New(),
                            Text = form["found-" + found].ToString().Trim(),
                            Needs = found,
                        }
                );
    }

    private static bool IsBlank(Option option) =>
        option is { Right: false, Picture: null, Feedback: "", Needs: "" } && option.Text.Trim().Length == 0;

    private static ValueList<Option> OneRight(ValueList<Option> options)
    {
        var first = options.IndexOf(option => option.Right);
        return options.Select((option, i) => option with { Right = i == first }).ToValueList();
    }
}
