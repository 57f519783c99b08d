using ZestySlate.Core.Editing;

namespace ZestySlate.Core.Tests.Editing;

public sealed class DraftHistoryTests
{
    private static readonly Revision Head = new(2, 1, "Moved", "move a", "ines", Make.Monday);

    [Fact]
    public void Undo_goes_back_and_redo_forward_again()
    {
        var history = DraftHistory.New.Edited(2).Edited(3);
        var undone = history.Undo(2)!;
        Assert.Equal((4, 2), (undone.Version, undone.Head));
        Assert.True(undone.CanRedo);
        Assert.Equal(3, undone.Redo()!.Head);
        Assert.Equal(2, undone.Undo(1)!.Redo()!.Head);
    }

    [Fact]
    public void There_is_nothing_before_the_first_revision() => Assert.Null(DraftHistory.New.Undo(null));

    [Fact]
    public void Without_undo_there_is_nothing_to_redo() => Assert.Null(DraftHistory.New.Edited(2).Redo());

    [Fact]
    public void A_new_edit_after_undo_forgets_what_could_be_redone() => Assert.False(DraftHistory.New.Edited(2).Undo(1)!.Edited(3).CanRedo);

    [Fact]
    public void The_version_rises_with_every_change_of_any_sort()
    {
        var history = DraftHistory.New.Edited(2).Amended();
        Assert.Equal(3, history.Version);
        Assert.Equal(5, history.Undo(1)!.Redo()!.Version);
    }

    [Theory]
    [InlineData("move a", "ines", 4, true)]
    [InlineData("move b", "ines", 4, false)]
    [InlineData("move a", "tobiah", 4, false)]
    [InlineData("move a", "ines", 6, false)]
    [InlineData(null, "ines", 1, false)]
    public void Only_the_same_step_of_the_same_author_soon_after_belongs_together(
        string? step,
        string author,
        int seconds,
        bool continues
    ) => Assert.Equal(continues, DraftHistory.New.Edited(2).Continues(Head, step, author, Make.Monday.AddSeconds(seconds)));

    [Fact]
    public void After_an_undo_a_new_step_begins() =>
        Assert.False(new DraftHistory(9, 2, [3]).Continues(Head, "move a", "ines", Make.Monday.AddSeconds(1)));
}
