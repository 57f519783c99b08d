namespace ZestySlate.Storage.People;

/// <summary>A school: its teachers can share what they build. People of one school never see what belongs to another.</summary>
public sealed class School
{
    public int Id { get; set; }

    public required string Name { get; set; }
}
