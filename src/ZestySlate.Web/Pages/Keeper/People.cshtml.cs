using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.RazorPages;
using ZestySlate.Storage.People;
using ZestySlate.Web.Identity;

namespace ZestySlate.Web.Pages.Keeper;

/// <summary>Finds learners of every sort by their name.</summary>
[Authorize(Policy = Rights.Keeper)]
public sealed class PeopleModel(PeopleStore people) : PageModel
{
    /// <summary>The most that are listed.</summary>
    public const int Most = 100;

    /// <summary>One learner.</summary>
    public sealed record Row(string Id, string Name, string Ways, int Attempts);

    [BindProperty(SupportsGet = true)]
    public string Words { get; set; } = "";

    public IReadOnlyList<Row> List { get; private set; } = [];

    public async Task OnGetAsync()
    {
        Words = (Words ?? "").Trim();
        if (Words.Length == 0)
        {
            return;
        }

        List = (await people.FindLearnersAsync(Words, Most))
            .Select(one => new Row(one.Id, one.Name, one.Class ?? one.Site ?? "by link", one.Attempts))
            .ToList();
    }
}
