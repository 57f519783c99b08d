namespace ZestySlate.Core.Checking;

/// <summary>Something missing or weak inside one question, before it is known where the question stands.</summary>
/// <param name="Blocks">True when it keeps the activity from being published; false when it only advises.</param>
/// <param name="Message">What it is, in words.</param>
/// <param name="Field">The field of the details that mends it.</param>
public sealed record Weakness(bool Blocks, string Message, string Field);
