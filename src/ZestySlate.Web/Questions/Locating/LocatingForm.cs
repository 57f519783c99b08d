using System.Globalization;
using ZestySlate.Core;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.Locating;

namespace ZestySlate.Web.Questions.Locating;

/// <summary>Locate in forms.</summary>
internal sealed class LocatingForm : IQuestionForm
{
    public Type DefinitionType => typeof(LocatingQuestion);

    public Type Editor => typeof(LocatingEditor);

    public IReadOnlyList<NewQuestion> Offers { get; } =
    [
        new("locating", "Locate", "press the right place", "crosshair", "hotspot find point map spot click where", () =>
            new LocatingQuestion()
        ),
    ];

    /// <summary>Fields: ratio; place (the ids), area-ID, those of each face, variants-ID, before-ID, after-ID; layout; task, onePress,
    /// shuffle; those of the reading; penalty.</summary>
    public Outcome<Question> ReadQuestion(IFormCollection form, Question old, CultureInfo culture)
    {
        var question = (LocatingQuestion)old;
        var task = Named.TryRead<LocatingTask>(form["task"], out var set) ? set : question.Task;
        var places = Rows.Read(form, "place")
            .Select(id => question.Places.FirstOrDefault(place => place.Id == id) ?? new LocatedPlace { Id = id })
            .Select(place =>
                place with
                {
                    Face = FaceFields.Read(form, place.Id, place.Id, place.Face),
                    Area = AreaField.Read(form["area-" + place.Id], place.Area),
                    Variants = form.ContainsKey("variants-" + place.Id) ? Rows.Lines(form["variants-" + place.Id]) : place.Variants,
                    Before = form["before-" + place.Id].ToString().Trim(),
                    After = form["after-" + place.Id].ToString().Trim(),
                }
            )
            .ToValueList();
        var areas = LayoutPresses.Read(form, places.Select(place => place.Area).ToValueList());
        return question with
        {
            Board = BoardFields.Read(form, question.Board) with { LooksRound = form["looksRound"] == "yes" },
            Places = places.Select((place, i) => place with { Area = areas[i] }).ToValueList(),
            Task = task,
            UntilFound = form["onePress"] != "yes",
            Shuffle = form["shuffle"] == "yes",
            Reading = question.Task == LocatingTask.Name ? TextReadingFields.Read(form, question.Reading) : question.Reading,
        };
    }
}
