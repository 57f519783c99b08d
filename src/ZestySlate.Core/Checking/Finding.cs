namespace ZestySlate.Core.Checking;

/// <summary>One line of the ready check: what is missing or weak, and where to mend it.</summary>
/// <param name="Blocks">True when it keeps the activity from being published; false when it only advises.</param>
/// <param name="Message">What it is, as a sentence.</param>
/// <param name="SceneId">The scene it is about, or null for the whole activity.</param>
/// <param name="SpotId">The spot it is about, or null.</param>
/// <param name="Field">The field that mends it.</param>
public sealed record Finding(bool Blocks, string Message, string? SceneId, string? SpotId, string Field);
