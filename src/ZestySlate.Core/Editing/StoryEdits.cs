using ZestySlate.Core.Activities;
using ZestySlate.Core.Stories;

namespace ZestySlate.Core.Editing;

/// <summary>Sets what the story keeps in mind, and how it counts.</summary>
public sealed record SetStory(Story? Story) : Edit
{
    public override string StepKey => "story";

    public override string SummaryOn(Activity activity) => "What the story keeps in mind";

    public override Outcome<Activity> Apply(Activity activity) =>
        Story?.Refuse() is { } refusal ? Outcome<Activity>.Refused(refusal) : activity with { Story = Story };
}

/// <summary>Sets what is told in a scene, and whether a story ends there.</summary>
public sealed record SetTelling(string SceneId, RichText Text, StoryEnding? Ending) : SceneEdit(SceneId)
{
    public override string StepKey => "telling " + SceneId;

    public override string SummaryOn(Activity activity) => $"What is told in {TitleOf(activity, SceneId)}";

    protected override Outcome<Activity> Apply(Activity activity, Scene scene) =>
        Ending is { Value: < 0 or > 1000 }
            ? Outcome<Activity>.Refused("An ending is worth between 0 and 1,000 points.")
            : activity.WithScene(SceneId, s => s with { Text = Text, Ending = Ending });
}
