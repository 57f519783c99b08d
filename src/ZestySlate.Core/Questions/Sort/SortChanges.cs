using ZestySlate.Core.Editing;
using ZestySlate.Core.Questions.Match;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Questions.Sort;

/// <summary>What a question of this family can become.</summary>
public sealed partial class SortType
{
    /// <summary>What such a question can become.</summary>
    public IEnumerable<FamilyChange> ChangesTo(Question question)
    {
        var sort = (SortQuestion)question;
        var lost = string.Join(
            ", ",
            new[]
            {
                sort.Items.Any(item => item.Groups.Count > 1) ? AuthorWords.Say("furtherGroupsItems") : "",
                sort.Items.Any(item => item.Groups.Count == 0) ? AuthorWords.Say("itemsBelongNowhere") : "",
            }.Where(words => words.Length > 0)
        );
        yield return new(lost, () => new MatchQuestion
            {
                Pairs = sort
                    .Items.Where(item => item.Groups.Count > 0)
                    .Select(item => new MatchPair
                    {
                        Id = item.Id,
                        Left = item.Face,
                        Right = Face.Of(sort.Groups.FirstOrDefault(group => group.Id == item.Groups[0])?.Title ?? ""),
                        Feedback = item.Feedback,
                    })
                    .ToValueList(),
            });
    }
}
