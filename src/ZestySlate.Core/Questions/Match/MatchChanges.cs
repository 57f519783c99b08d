using ZestySlate.Core.Editing;
using ZestySlate.Core.Questions.Sort;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Questions.Match;

/// <summary>What a question of this family can become.</summary>
public sealed partial class MatchType
{
    /// <summary>What such a question can become.</summary>
    public IEnumerable<FamilyChange> ChangesTo(Question question)
    {
        var match = (MatchQuestion)question;
        var lost = string.Join(
            ", ",
            new[]
            {
                match.Extras.Count > 0 ? AuthorWords.Say("counterpartsBelongNothing") : "",
                match.Pairs.Any(pair => pair.Right.Picture is not null || pair.Right.Sound is not null)
                    ? AuthorWords.Say("picturesSoundsCounterparts")
                    : "",
            }.Where(words => words.Length > 0)
        );
        yield return new(lost, () =>
        {
            var groups = match
                .Pairs.Select(pair => pair.Right.Name)
                .Distinct()
                .Select(title => new SortGroup { Id = Ids.New(), Title = title })
                .ToValueList();
            return new SortQuestion
            {
                Groups = groups,
                Items = match
                    .Pairs.Select(pair => new SortItem
                    {
                        Id = pair.Id,
                        Face = pair.Left,
                        Groups = [groups.First(group => group.Title == pair.Right.Name).Id],
                        Feedback = pair.Feedback,
                    })
                    .ToValueList(),
            };
        });
    }
}
