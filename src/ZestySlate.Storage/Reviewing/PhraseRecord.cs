namespace ZestySlate.Storage.Reviewing;

/// <summary>Words of a teacher's own to use again in comments.</summary>
public sealed class PhraseRecord
{
    public int Id { get; set; }

    public required string OwnerId { get; set; }

    public required string Text { get; set; }
}
