using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Stories;
using ZestySlate.Formats.RichText;
using ZestySlate.Web.Authoring;

namespace ZestySlate.Web.Stories;

/// <summary>Reads forms about what a story keeps in mind, what is told, and what follows from choices.</summary>
internal static class StoryForms
{
    /// <summary>The row of the form for one more state.</summary>
    public const string NewRow = "new";

    /// <summary>Fields: state (the ids of the rows, in their order), and of each row name-, sort-, begins-, least-, most-, unit-, shown-;
    /// scoring, scoredBy, tried, shuffles, namesEndings; remove (an id).</summary>
    public static Outcome<Edit> ReadStory(IFormCollection form, Activity activity)
    {
        var old = activity.Story ?? new Story();
        var rows = form["state"].OfType<string>().Distinct().ToList();
        // What this page does not know of was made on another one, and stays.
        var states = old
            .States.Where(state => state.Id != form["remove"])
            .Select(state => rows.Contains(state.Id) ? ReadState(form, state.Id, state) : state);
        var more = form[$"name-{NewRow}"].ToString().Trim().Length > 0 ? new[] { ReadState(form, NewRow, null) } : [];
        var scoring = form["scoring"].ToString();
        return new SetStory(
            old with
            {
                States = states.Concat(more).ToValueList(),
                Scoring =
                    scoring.Length == 0 ? StoryScoring.None
                    : scoring == nameof(StoryScoring.ByEnding) ? StoryScoring.ByEnding
                    : StoryScoring.ByState,
                ScoredBy = scoring.Length > 0 && scoring != nameof(StoryScoring.ByEnding) ? scoring : null,
                Tried = Named.TryRead<TriedChoice>(form["tried"], out var tried) ? tried : TriedChoice.Marked,
                Shuffles = form["shuffles"] == "yes",
                NamesEndings = form["namesEndings"] == "yes",
            }
        );
    }

    /// <summary>Fields: text, ending, endingKind, endingValue.</summary>
    public static Outcome<Edit> ReadTelling(IFormCollection form, Scene scene) =>
        new SetTelling(
            scene.Id,
            new RichText(RichTextSanitizer.Sanitise(form["text"].ToString())),
            form["ending"] != "yes"
                ? null
                : new StoryEnding(
                    form["endingKind"].ToString().Trim().Cut(60),
                    EditForms.Decimal(form["endingValue"]) ?? scene.Ending?.Value ?? 0
                )
        );

    /// <summary>Fields: said, and for each state by- and value-. What the form says nothing of stays.</summary>
    public static Consequence ReadConsequence(IFormCollection form, Consequence old, Activity activity) =>
        new()
        {
            Said = form.ContainsKey("said") ? new RichText(RichTextSanitizer.Sanitise(form["said"].ToString())) : old.Said,
            Changes = (activity.Story?.States ?? [])
                .Select(state => ReadChange(form, state))
                .OfType<StateChange>()
                .Concat(
                    old.Changes.Where(change =>
                        !form.ContainsKey($"by-{change.State}") && activity.Story?.StateOf(change.State) is not null
                    )
                )
                .ToValueList(),
        };

    private static StateChange? ReadChange(IFormCollection form, StoryState state) =>
        form[$"by-{state.Id}"].ToString() switch
        {
            "gain" => new StateChange(state.Id, ChangeBy.Set, 1),
            "lose" => new StateChange(state.Id, ChangeBy.Set, 0),
            var typed when Named.TryRead<ChangeBy>(typed, out var by) => new StateChange(
                state.Id,
                by,
                EditForms.Decimal(form[$"value-{state.Id}"]) ?? 1
            ),
            _ => null,
        };

    private static StoryState ReadState(IFormCollection form, string id, StoryState? old)
    {
        decimal Number(string field, decimal usual) => EditForms.Decimal(form[$"{field}-{id}"]) ?? usual;
        var was = old ?? new StoryState { Id = Ids.New() };
        return was with
        {
            Name = form[$"name-{id}"].ToString().Trim() is { Length: > 0 } name ? name.Cut(60) : was.Name,
            IsThing = form[$"sort-{id}"] == "thing",
            Begins = form[$"sort-{id}"] == "thing" ? (form[$"begins-{id}"] == "yes" ? 1 : 0) : Number("begins", was.Begins),
            Least = Number("least", was.Least),
            Most = Number("most", was.Most),
            Unit = form.ContainsKey($"unit-{id}") ? form[$"unit-{id}"].ToString().Trim().Cut(12) : was.Unit,
            Shown = id == NewRow || form[$"shown-{id}"] == "yes",
        };
    }
}
