using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Contents.Asks;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Questions;
using ZestySlate.Formats.RichText;
using ZestySlate.Storage.Media;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Media;
using ZestySlate.Web.Questions;

namespace ZestySlate.Web.Contents.Asks;

internal sealed class AskContentForm : IContentForm
{
    public Type ContentType => typeof(Ask);

    public IReadOnlyList<NewContent> Offers { get; } = [];

    public Type Editor => typeof(AskDetails);

    public IReadOnlyList<MediaPurpose> Files { get; } =
    [
        In("askPicture", MediaKind.Picture, (question, use) => question.WithPicturesAbove(question.PicturesAbove.Add(use.Picture))),
        In("askSound", MediaKind.Sound, (question, use) => question with { Sound = use.Sound }),
        In("askVideo", MediaKind.Video, (question, use) => question with { Video = use.Video }),
        In("askCaptions", MediaKind.Captions, (question, use) =>
            question.Video is { } video ? question with { Video = video with { Captions = use.Item.Hash } } : null
        ),
        In("facePicture", MediaKind.Picture, (question, use) => question.WithFace(use.Part, face => face with { Picture = use.Picture })),
        In("faceSound", MediaKind.Sound, (question, use) => question.WithFace(use.Part, face => face with { Sound = use.Sound })),
        In("bandPicture", MediaKind.Picture, (question, use) =>
            question with
            {
                Bands = BandFields.WithPicture(question.Bands, use.Part, use.Picture),
            }
        ),
    ];

    public Outcome<Edit>? Read(string edit, IFormCollection form, Spot spot, Activity activity) =>
        (edit, spot.Question) switch
        {
            ("ask", { } old) => Read(form, spot, old, activity),
            ("family", not null) => new ChangeFamily(spot.Id, form["to"].ToString()),
            _ => default(Outcome<Edit>?),
        };

    private static Outcome<Edit> Read(IFormCollection form, Spot spot, Question old, Activity activity)
    {
        var read = QuestionForms.For(old).ReadQuestion(form, old, activity.Words.Culture);
        return !read.Succeeded
            ? Outcome<Edit>.Refused(read.Refusal!)
            : new SetContent(
                spot.Id,
                new Ask(
                    read.Value.WithPicturesAbove(PictureForms.Read(form, old.PicturesAbove, "ask")) with
                    {
                        Prompt = new RichText(RichTextSanitizer.Sanitise(form["prompt"].ToString())),
                        Sound = old.Sound is { } sound && form["remove"] != "askSound" ? SoundForms.Read(form, sound) : null,
                        Video = SoundForms.Read(form, old.Video, "askVideo"),
                        Round =
                            !form.ContainsKey("round") ? old.Round
                            : Named.TryRead<Round>(form["round"], out var round) && Enum.IsDefined(round) ? round
                            : null,
                        // Where something is never marked, or voted on, it has no fields for this; what was set stays for when it has.
                        Demands =
                            !form.ContainsKey("demands") ? old.Demands
                            : Named.TryRead<Demand>(form["demands"], out var demand) ? demand
                            : null,
                        Hint = form.ContainsKey("hint") ? form["hint"].ToString().Trim() : old.Hint,
                        Explanation = form.ContainsKey("explanation") ? form["explanation"].ToString().Trim() : old.Explanation,
                        Points =
                            !form.ContainsKey("points") ? old.Points
                            : form["noPoints"] == "yes" ? 0
                            : EditForms.Decimal(form["points"]) is { } points && points >= 0 ? points
                            : null,
                        AllOrNothing = form.ContainsKey("points") ? form["allOrNothing"] == "yes" : old.AllOrNothing,
                        Penalty = EditForms.Decimal(form["penalty"]) is { } penalty ? Math.Clamp(penalty, 0, 10) : read.Value.Penalty,
                        Bands = form.ContainsKey("points") ? BandFields.Read(form, old.Bands) : old.Bands,
                    }
                )
            )
            {
                IsPress = form["pressed"] == "yes",
            };
    }

    private static MediaPurpose In(string key, MediaKind kind, Func<Question, FileUse, Question?> put) =>
        new(key, kind, use =>
            use.Spot is { Question: { } question } spot && put(question, use) is { } changed
                ? new SetContent(spot.Id, new Ask(changed))
                : null
        );
}
