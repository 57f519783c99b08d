using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Stories;
using ZestySlate.Formats.RichText;
using ZestySlate.Storage.Media;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Media;

namespace ZestySlate.Web.Stories;

/// <summary>Reads forms about what a story keeps in mind, what is told, and what follows from choices.</summary>
internal static class StoryForms
{
    /// <summary>The uses of files: what a thing looks like; the part is its id.</summary>
    public static IReadOnlyList<MediaPurpose> Files { get; } =
    [
        new("thingPicture", MediaKind.Picture, use =>
            use.Activity.Story is { } story && story.StateOf(use.Part) is { IsThing: true }
                ? new SetStory(
                    story with
                    {
                        States = story.States.Replace(state => state.Id == use.Part, state => state with { Picture = use.Picture }),
                    }
                )
                : null
        ),
    ];

    /// <summary>Fields: state (the ids of the rows), and of each row name-, sort-, begins-, least-, most-, unit-, shown-; scoring, tried,
    /// shuffles, namesEndings; the words of a thing's picture, ending in its id; remove, removePicture (ids); add (“number” or “thing”).</summary>
    public static Outcome<Edit> ReadStory(IFormCollection form, Activity activity)
    {
        var old = activity.Story ?? new Story();
        var rows = form["state"].OfType<string>().ToHashSet();
        // What this page does not know of was made on another one, and stays.
        var states = old
            .States.Where(state => state.Id != form["remove"])
            .Select(state => rows.Contains(state.Id) ? ReadState(form, state) : state)
            .Concat(Added(form["add"].ToString(), old.States.Count + 1))
            .ToValueList();
        var scoredBy = states.FirstOrDefault(state => state.Id == form["scoring"])?.Id;
        return new SetStory(
            old with
            {
                States = states,
                Scoring =
                    scoredBy is not null ? StoryScoring.ByState
                    : form["scoring"] == nameof(StoryScoring.ByEnding) ? StoryScoring.ByEnding
                    : StoryScoring.None,
                ScoredBy = scoredBy,
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

    /// <summary>Fields: asIf (the things in hand), asIfThing (those that could be), asIf- with a state's id (how it stands), asIfCard.</summary>
    public static AsIf ReadAsIf(IFormCollection form, Activity activity) =>
        new(
            (activity.Story?.States ?? [])
                .Select(state =>
                    form["asIfThing"].Contains(state.Id) ? new StateValue(state.Id, form["asIf"].Contains(state.Id) ? 1 : 0)
                    : EditForms.Decimal(form["asIf-" + state.Id]) is { } value ? new StateValue(state.Id, value)
                    : null
                )
                .OfType<StateValue>()
                .ToValueList(),
            form["asIfCard"].OfType<string>().Where(card => activity.SpotOf(card) is not null).ToValueList()
        );

    /// <summary>Fields: said, the words of picture and sound, remove, and for each state by- and value-. What the form says nothing of stays.</summary>
    public static Consequence ReadConsequence(IFormCollection form, Consequence old, Activity activity) =>
        new()
        {
            Said = form.ContainsKey("said") ? new RichText(RichTextSanitizer.Sanitise(form["said"].ToString())) : old.Said,
            Picture =
                form["remove"] == "picture" ? null
                : old.Picture is { } picture ? PictureForms.Read(form, picture, "")
                : null,
            Sound =
                form["remove"] == "sound" ? null
                : old.Sound is { } sound ? SoundForms.Read(form, sound)
                : null,
            Changes = ReadChanges(form, old.Changes, activity),
        };

    /// <summary>Fields: for each state by- and value-. What the form says nothing of stays; what was deleted goes.</summary>
    public static ValueList<StateChange> ReadChanges(IFormCollection form, ValueList<StateChange> old, Activity activity) =>
        (activity.Story?.States ?? [])
            .Select(state => ReadChange(form, state))
            .OfType<StateChange>()
            .Concat(old.Where(change => !form.ContainsKey($"by-{change.State}") && activity.Story?.StateOf(change.State) is not null))
            .ToValueList();

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

    /// <summary>One more number or thing, which gets its name where it then stands.</summary>
    private static IEnumerable<StoryState> Added(string sort, int number) =>
        sort switch
        {
            "number" => [new StoryState { Id = Ids.New(), Name = $"Number {number}" }],
            "thing" =>
            [
                new StoryState
                {
                    Id = Ids.New(),
                    Name = $"Thing {number}",
                    IsThing = true,
                },
            ],
            _ => [],
        };

    private static StoryState ReadState(IFormCollection form, StoryState was)
    {
        var id = was.Id;
        var thing = form[$"sort-{id}"] == "thing";
        decimal Number(string field, decimal usual) => EditForms.Decimal(form[$"{field}-{id}"]) ?? usual;
        return was with
        {
            Name = form[$"name-{id}"].ToString().Trim() is { Length: > 0 } name ? name.Cut(60) : was.Name,
            IsThing = thing,
            Begins =
                !thing ? Number("begins", was.Begins)
                : form[$"begins-{id}"] == "yes" ? 1
                : 0,
            Least = Number("least", was.Least),
            Most = Number("most", was.Most),
            Unit = form.ContainsKey($"unit-{id}") ? form[$"unit-{id}"].ToString().Trim().Cut(12) : was.Unit,
            Shown = form[$"shown-{id}"] == "yes",
            Picture =
                form["removePicture"] == id ? null
                : was.Picture is { } picture && form.ContainsKey("alternativeText-" + id) ? PictureForms.Read(form, picture, "-" + id)
                : was.Picture,
        };
    }
}
