using System.Globalization;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Editing;

/// <summary>Gives every spot of a kind one look, in all scenes. What single spots had of their own goes, save their words.</summary>
public sealed record RestyleKind(SpotKind Kind, Sign Sign) : Edit
{
    public override string SummaryOn(Activity activity) =>
        AuthorWords.Say("editLookEvery", AuthorWords.Say("kindOf" + Kind).ToLower(CultureInfo.CurrentUICulture));

    public override Outcome<Activity> Apply(Activity activity) =>
        activity with
        {
            Look = activity.Look with { Spots = activity.Look.Spots.RemoveAll(look => look.Kind == Kind).Add(new SpotLook(Kind, Sign)) },
            Scenes = activity
                .Scenes.Select(scene =>
                    scene with
                    {
                        Spots = scene.Spots.Replace(
                            spot => spot.Content.Kind == Kind,
                            spot => spot with { Sign = new Sign { Words = spot.Sign.Words } }
                        ),
                    }
                )
                .ToValueList(),
        };
}
