using Microsoft.EntityFrameworkCore;
using ZestySlate.Core;
using ZestySlate.Core.Classes;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Wording;
using ZestySlate.Storage;
using ZestySlate.Storage.Attempts;
using ZestySlate.Storage.Reviewing;

namespace ZestySlate.Web.Teaching;

/// <summary>Keeps reviews: of one answer, or of all that are the same; never over what somebody else said meanwhile.</summary>
public sealed class Reviewing(IDbContextFactory<SlateDb> open, AttemptStore attempts, TimeProvider clock)
{
    /// <summary>The newest review of a question in an attempt, by the event's id; empty for none.</summary>
    public static string NewestOf(LoadedAttempt attempt, string spot) =>
        attempt.Events.OfType<Reviewed>().LastOrDefault(reviewed => reviewed.SpotId == spot)?.Id ?? "";

    /// <summary>A newer review than the one that was seen, by the event's id; null for none.</summary>
    public static string? OverOf(LoadedAttempt attempt, string spot, string seen) =>
        NewestOf(attempt, spot) is { Length: > 0 } newest && newest != seen ? newest : null;

    /// <summary>Keeps a review. Why it was not kept, in words; null when it was.</summary>
    /// <param name="of">The attempt.</param>
    /// <param name="spot">The question; empty for the whole.</param>
    /// <param name="seen">The newest review of it that the teacher had seen; null not to ask.</param>
    /// <param name="review">What is said.</param>
    public async Task<string?> KeepAsync(string of, string spot, string? seen, Review review)
    {
        Reviewed? meanwhile = null;
        var same = false;
        var kept = await attempts.TakeAsync(of, new Reviewed(spot, review) { Id = Ids.New(), At = clock.GetUtcNow() }, loaded =>
        {
            var newest = loaded.Events.OfType<Reviewed>().LastOrDefault(reviewed => reviewed.SpotId == spot);
            same = review.SaysAs(newest?.Review) && newest?.Review.By is var by && (by is null || by == review.By);
            meanwhile = !same && seen is not null && newest is not null && newest.Id != seen ? newest : null;
            return meanwhile is null && !same
                ? null
                : Reason.Of("reviewedMeanwhile", newest?.Review.By ?? "", "", newest?.Review.Comment ?? "");
        });
        if (same)
        {
            return null;
        }

        if (kept is null)
        {
            return "This work is not there any more.";
        }

        if (meanwhile is { Review: var other })
        {
            var who = other.By == review.By ? "You, in another tab," : await NameAsync(other.By) ?? "A colleague";
            var points = other.Points is { } given ? $", {Words.English.Number(given)} points" : "";
            return Words.English.Say("reviewedMeanwhile", who, points, other.Comment);
        }

        return kept.Refusal is { } refusal ? Words.English.Say(refusal) : null;
    }

    private async Task<string?> NameAsync(string personId)
    {
        await using var db = await open.CreateDbContextAsync();
        return await db.Users.Where(person => person.Id == personId).Select(person => person.DisplayName).FirstOrDefaultAsync();
    }

    /// <summary>Takes back what one person has said of a question in one sitting: what was said before counts again.</summary>
    public async Task UndoAsync(string of, string spot, string by)
    {
        if (
            await attempts.LoadAsync(of) is { } loaded
            && loaded.Events.OfType<Reviewed>().Where(reviewed => reviewed.SpotId == spot).ToList() is { Count: > 0 } said
        )
        {
            var before = Sitting.Before(said)?.Review ?? new Review { By = by };
            await attempts.TakeAsync(of, new Reviewed(spot, before) { Id = Ids.New(), At = clock.GetUtcNow() });
        }
    }

    /// <summary>Gives works back; those that are not handed in, or were given back already, stay as they are.</summary>
    public async Task ReturnAsync(IEnumerable<string> attemptIds)
    {
        foreach (var id in attemptIds)
        {
            await attempts.TakeAsync(id, new Returned { Id = Ids.New(), At = clock.GetUtcNow() });
        }
    }

    /// <summary>A teacher's phrases, the newest first.</summary>
    public async Task<IReadOnlyList<string>> PhrasesAsync(string owner)
    {
        await using var db = await open.CreateDbContextAsync();
        return await db
            .Phrases.Where(phrase => phrase.OwnerId == owner)
            .OrderByDescending(phrase => phrase.Id)
            .Select(phrase => phrase.Text)
            .Take(40)
            .ToListAsync();
    }

    /// <summary>Keeps words to use again; those that are kept already are not kept twice.</summary>
    public async Task KeepPhraseAsync(string owner, string text)
    {
        await using var db = await open.CreateDbContextAsync();
        var words = text.ReplaceLineEndings("\n").Trim();
        if (words.Length is > 0 and <= 400 && !await db.Phrases.AnyAsync(phrase => phrase.OwnerId == owner && phrase.Text == words))
        {
            db.Phrases.Add(new PhraseRecord { OwnerId = owner, Text = words });
            await db.SaveChangesAsync();
        }
    }

    /// <summary>Lets a phrase go.</summary>
    public async Task DropPhraseAsync(string owner, string text)
    {
        await using var db = await open.CreateDbContextAsync();
        await db.Phrases.Where(phrase => phrase.OwnerId == owner && phrase.Text == text).ExecuteDeleteAsync();
    }

    /// <summary>Answers that are the same to who marks them: short, typed, and alike but for capitals and spaces; null for those to be
    /// looked at one by one.</summary>
    public static string? SameAs(AnswerReport answer) =>
        answer.Review is null && answer.Given is { Prose: { Length: > 0 and <= 120 } prose } && !prose.Contains('\n')
            ? string.Join(' ', prose.ToLowerInvariant().Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries))
            : null;
}
