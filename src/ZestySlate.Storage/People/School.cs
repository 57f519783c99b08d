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

    /// <summary>Its logo as PNG; null for none.</summary>
    public byte[]? Logo { get; set; }

    /// <summary>Tells this logo from every other; empty for none.</summary>
    public string LogoMark { get; set; } = "";

    /// <summary>The colour of the main action, as #rrggbb; empty for the product's own.</summary>
    public string Accent { get; set; } = "";

    /// <summary>The colour behind pages, as #rrggbb; empty for the product's own.</summary>
    public string Ground { get; set; } = "";
}
