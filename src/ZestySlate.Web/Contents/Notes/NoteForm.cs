using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Contents.Notes;
using ZestySlate.Core.Editing;
using ZestySlate.Formats.RichText;
using ZestySlate.Storage.Media;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Media;

namespace ZestySlate.Web.Contents.Notes;

internal sealed class NoteForm : IContentForm
{
    public Type ContentType => typeof(Note);

    public IReadOnlyList<NewContent> Offers { get; } =
    [
        new("note", "Note", "text, pictures, sound", "notebook-text", "information explanation read more popup card", _ => new Note())
        {
            OnPages = true,
            IsCommon = true,
        },
        new("clue", "Clue card", "kept in the findings", "scroll-text", "escape hunt code secret find collect", _ => new Note
        {
            IsClue = true,
        }),
    ];

    public Type Editor => typeof(NoteEditor);

    public IReadOnlyList<MediaPurpose> Files { get; } =
    [
        In("illustration", MediaKind.Picture, (note, use) => note with { Illustrations = note.Illustrations.Add(use.Picture) }),
        In("sound", MediaKind.Sound, (note, use) => note with { Sound = use.Sound }),
        In("video", MediaKind.Video, (note, use) => note with { Video = use.Video }),
        In("captions", MediaKind.Captions, (note, use) =>
            note.Video is { } video ? note with { Video = video with { Captions = use.Item.Hash } } : null
        ),
    ];

    public Outcome<Edit>? Read(string edit, IFormCollection form, Spot spot, Activity activity) =>
        edit == "note" && spot.Content is Note old ? new SetContent(spot.Id, Read(form, old)) : default(Outcome<Edit>?);

    private static Note Read(IFormCollection form, Note old) =>
        old with
        {
            Title = form["title"].ToString().Trim(),
            Text = new RichText(RichTextSanitizer.Sanitise(form["text"].ToString())),
            Illustrations = PictureForms.Read(form, old.Illustrations, "picture"),
            Sound = old.Sound is { } sound && form["remove"] != "sound" ? SoundForms.Read(form, sound) : null,
            Video = SoundForms.Read(form, old.Video),
            ButtonWords = form["buttonWords"].ToString().Trim(),
            ButtonAddress = WebAddress.Completed(form["buttonAddress"].ToString()),
            Side = Named.TryRead<Side>(form["side"], out var side) ? side : Side.Any,
            IsClue = form["clue"] == "yes",
        };

    private static MediaPurpose In(string key, MediaKind kind, Func<Note, FileUse, Note?> put) =>
        new(key, kind, use =>
            use.Spot is { Content: Note note } spot && put(note, use) is { } changed ? new SetContent(spot.Id, changed) : null
        );
}
