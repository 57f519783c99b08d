using Microsoft.AspNetCore.Identity;
using ZestySlate.Core;
using ZestySlate.Core.Wording;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.People;

namespace ZestySlate.Web.Identity;

/// <summary>Those who come by a link: known by the name they give, and by nothing else.</summary>
public sealed class Visitors(UserManager<Person> people, TimeProvider clock)
{
    /// <summary>The longest name, in characters.</summary>
    public const int LongestName = 80;

    /// <summary>What is wrong with what a visitor typed, as an entry of the words learners read; null when nothing is.</summary>
    public static string? Refuse(VisitorsSay by, string? typed) =>
        by switch
        {
            VisitorsSay.Nothing => null,
            VisitorsSay.SignIn => "forAccounts",
            VisitorsSay.Email => typed?.Trim() is { Length: > 2 } address
            && address.IndexOf('@') is > 0 and var at
            && at < address.Length - 1
                ? null
                : "emailMissing",
            _ => string.IsNullOrWhiteSpace(typed) ? "nameMissing" : null,
        };

    /// <summary>A new visitor by what they typed; where nothing is asked, under a number of ours.</summary>
    public Task<Person> NewAsync(VisitorsSay by, string? typed, Words words) =>
        NewAsync(by == VisitorsSay.Nothing ? words.Say("visitorCalled", Ids.New(4).ToUpperInvariant()) : typed!);

    /// <summary>A new visitor of this name.</summary>
    public async Task<Person> NewAsync(string name)
    {
        var visitor = new Person
        {
            UserName = Ids.Secret(),
            DisplayName = name.Cut(LongestName),
            CreatedAt = clock.GetUtcNow(),
        };
        await people.CreateAsync(visitor);
        return visitor;
    }
}
