using Microsoft.AspNetCore.Identity;
using ZestySlate.Core;
using ZestySlate.Storage.People;

namespace ZestySlate.Web.Identity;

/// <summary>Those who come by a link: known by the name they give, and by nothing else.</summary>
public sealed class Visitors(UserManager<Person> people, TimeProvider clock)
{
    /// <summary>The longest name, in characters.</summary>
    public const int LongestName = 80;

    /// <summary>A new visitor of this name.</summary>
    public async Task<Person> NewAsync(string name)
    {
        var trimmed = name.Trim();
        var visitor = new Person
        {
            UserName = Ids.Secret(),
            DisplayName = trimmed[..Math.Min(LongestName, trimmed.Length)],
            CreatedAt = clock.GetUtcNow(),
        };
        await people.CreateAsync(visitor);
        return visitor;
    }
}
