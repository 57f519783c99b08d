namespace ZestySlate.Web.Pages;

/// <summary>What is kept of a learner, as a page tells it.</summary>
/// <param name="Name">What they are called.</param>
/// <param name="Ways">How they came, in a sentence.</param>
/// <param name="Attempts">How many attempts there are.</param>
/// <param name="What">What would be deleted.</param>
/// <param name="Problem">What is wrong with what was typed, or null.</param>
public sealed record KeptOf(string Name, string Ways, int Attempts, string What, string? Problem = null)
{
    /// <summary>True when somebody typed the name.</summary>
    public bool IsTyped(string? typed) => string.Equals(typed?.Trim(), Name.Trim(), StringComparison.CurrentCultureIgnoreCase);

    /// <summary>The same, when something else was typed.</summary>
    public KeptOf Mistyped => this with { Problem = $"Type “{Name}” to delete. Nothing was deleted." };
}
