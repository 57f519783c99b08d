namespace ZestySlate.Core.Questions;

/// <summary>What a learner answered; each family has its own form.</summary>
public abstract record Response;
