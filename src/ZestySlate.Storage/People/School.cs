using ZestySlate.Core.Embedding;

namespace ZestySlate.Storage.People;

/// <summary>A school: its teachers can share what they build. People of one school never see what belongs to another.</summary>
public sealed class School
{
    public int Id { get; set; }

    public required string Name { get; set; }

    /// <summary>On whose pages what its teachers publish may stand in a frame; their own rules can only be narrower.</summary>
    public Framing Framing { get; set; }

    /// <summary>The sites that may, one a line, when they are listed.</summary>
    public string FrameSites { get; set; } = "";
}
