using ZestySlate.Core.Delivery;

namespace ZestySlate.Storage.Added;

/// <summary>A spot that a learner added to a scene.</summary>
public sealed class AddedSpotRecord
{
    public required string Id { get; set; }

    public required string ActivityId { get; set; }

    /// <summary>The assignment whose learners see it; 0 for visitors by link, who see each other's.</summary>
    public required int AssignmentId { get; set; }

    public required string SceneId { get; set; }

    public required string PersonId { get; set; }

    public double X { get; set; }

    public double Y { get; set; }

    public string Title { get; set; } = "";

    public string Text { get; set; } = "";

    public AddedState State { get; set; }

    /// <summary>What a teacher said of it.</summary>
    public string Comment { get; set; } = "";

    public DateTimeOffset At { get; set; }
}
