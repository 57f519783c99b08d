using ZestySlate.Core.Contents;
using ZestySlate.Core.Contents.Asks;
using ZestySlate.Web.Contents.Asks;
using ZestySlate.Web.Contents.Callouts;
using ZestySlate.Web.Contents.Decorations;
using ZestySlate.Web.Contents.Inserts;
using ZestySlate.Web.Contents.Jumps;
using ZestySlate.Web.Contents.Links;
using ZestySlate.Web.Contents.Notes;
using ZestySlate.Web.Contents.WebPanels;
using ZestySlate.Web.Questions;

namespace ZestySlate.Web.Contents;

/// <summary>The registry of the contents' forms: one line for each.</summary>
internal static class ContentForms
{
    public static IReadOnlyList<IContentForm> All { get; } =
    [
        new CalloutForm(),
        new NoteForm(),
        new JumpForm(),
        new LinkForm(),
        new WebPanelForm(),
        new InsertForm(),
        new DecorationForm(),
        new AskContentForm(),
    ];

    private static readonly Dictionary<Type, IContentForm> ByType = All.ToDictionary(form => form.ContentType);

    /// <summary>The form of a content's kind.</summary>
    public static IContentForm For(Content content) => ByType[content.GetType()];

    /// <summary>Everything the chooser offers besides questions.</summary>
    public static IEnumerable<NewContent> Offers => All.SelectMany(form => form.Offers);

    /// <summary>A new content or question, empty; null where the key is unknown.</summary>
    /// <param name="key">What was chosen.</param>
    /// <param name="goal">The scene it leads to, where it can.</param>
    public static Content? New(string key, string goal) =>
        Offers.FirstOrDefault(offer => offer.Key == key)?.Make(goal)
        ?? (QuestionForms.Offers.FirstOrDefault(offer => offer.Key == key) is { } question ? new Ask(question.Make()) : null);
}
