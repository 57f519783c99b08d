using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Classes.Rehearsing;
using ZestySlate.Core.Json;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Questions;
using ZestySlate.Formats.RichText;

namespace ZestySlate.Formats.Tests;

/// <summary>The simulated class on real activities of every family.</summary>
public sealed class RehearsalOfDemoTests
{
    public static IEnumerable<TheoryDataRow<string>> Files => DemoFiles.Activities;

    private static Activity Load(string file) =>
        ActivityJson.Read(File.ReadAllText(DemoFiles.Find("activities/" + file)), StoredJson.Untrusted(RichTextSanitizer.Sanitise)).Value;

    [Theory, MemberData(nameof(Files))]
    public void Who_knows_everything_gets_everything_right_and_nobody_gives_what_cannot_be_taken(string file)
    {
        var activity = Load(file);
        foreach (var (spot, question) in activity.Asked)
        {
            var family = QuestionTypes.For(question);
            if (family.Rehearse(question, new Chance(new SeededRandom(1), 1)) is { } known)
            {
                var mark = family.Mark(question, known, activity.Words.Culture);
                Assert.True(family.RefuseResponse(question, known) is null, spot.Id);
                Assert.True(mark.Verdict is Verdict.Right or Verdict.Waiting or Verdict.Ungraded || mark.Share == 1, $"{spot.Id}: {mark}");
            }
            else
            {
                Assert.False(family.MarksAlone(question), spot.Id);
            }

            foreach (var seed in Enumerable.Range(0, 40))
            {
                Assert.True(
                    family.Rehearse(question, new Chance(new SeededRandom((ulong)seed), 0.3)) is not { } guessed
                        || family.RefuseResponse(question, guessed) is null,
                    spot.Id
                );
            }
        }
    }

    [Theory, MemberData(nameof(Files))]
    public void A_class_comes_through_and_reaches_every_scene(string file)
    {
        var rehearsal = Rehearsal.Run(Load(file), 60, 3);
        Assert.InRange(rehearsal.HandedIn, 40, 60);
        Assert.Empty(rehearsal.NeverReached);
        Assert.Empty(rehearsal.NeverRight);
    }
}
