namespace ZestySlate.Web.Authoring;

/// <summary>One entry of the author's chooser: a kind of content or of question.</summary>
/// <param name="Key">Its name in requests, and that of its sketch in <c>Styles/art/sketches.svg</c>.</param>
/// <param name="Title">Its name on screen.</param>
/// <param name="Tip">What it is, in a few words.</param>
/// <param name="Symbol">Its symbol.</param>
/// <param name="Words">What a teacher may call it, besides: cloze, labelling, dictation.</param>
public abstract record Offer(string Key, string Title, string Tip, string Symbol, string Words)
{
    /// <summary>True for what is wanted often: it stands first, the rest comes by a press or by typing.</summary>
    public bool IsCommon { get; init; }
}
