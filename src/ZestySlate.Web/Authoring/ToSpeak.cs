namespace ZestySlate.Web.Authoring;

/// <summary>Something that a sound can be recorded for, in a list that is spoken one after the other.</summary>
/// <param name="Spot">The spot it is in.</param>
/// <param name="Kind">The part of the spot, where there are several; else empty.</param>
/// <param name="Say">What is said.</param>
/// <param name="Has">True when it has a sound already.</param>
public sealed record ToSpeak(string Spot, string Kind, string Say, bool Has);
