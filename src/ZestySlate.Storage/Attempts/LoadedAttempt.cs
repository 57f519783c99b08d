using ZestySlate.Core.Delivery;
using ZestySlate.Storage.Classes;

namespace ZestySlate.Storage.Attempts;

/// <summary>An attempt with its state.</summary>
public sealed record LoadedAttempt(
    AttemptRecord Record,
    AssignmentRecord? Assignment,
    IReadOnlyList<AttemptEvent> Events,
    AttemptState State
);
