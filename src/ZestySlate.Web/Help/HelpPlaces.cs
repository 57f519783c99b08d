using System.Text.RegularExpressions;

namespace ZestySlate.Web.Help;

/// <summary>Which section of the guides tells of a page: where its question mark leads.</summary>
public static class HelpPlaces
{
    /// <summary>Addresses of pages, as regular expressions, and the sections; the first that fits counts.</summary>
    internal static readonly (string Page, string Section)[] All =
    [
        ("^/library", "authors#the-library"),
        ("^/new", "authors#ways-to-start"),
        ("^/media-library", "authors#the-media-library"),
        ("^/lookout|/lookout(/|$)", "teachers#the-lookout"),
        ("^/classes/[^/]+/gradebook", "teachers#the-gradebook"),
        ("^/classes/[^/]+/assignments", "teachers#the-assignment"),
        ("^/classes", "teachers#the-class"),
        ("^/author/[^/]+/(publish|colleagues)", "authors#publish"),
        ("^/author/[^/]+/versions", "authors#versions"),
        ("^/author/[^/]+/paper", "authors#on-paper"),
        ("^/author/[^/]+/(review|answers)", "teachers#review"),
        ("^/author/[^/]+/spots", "teachers#learners-own-spots"),
        ("^/author/[^/]+/statistics", "teachers#statistics"),
        ("^/author/[^/]+/mark-again", "teachers#a-wrong-key"),
        ("^/author/[^/]+/courses", "teachers#in-courses"),
        ("^/author/[^/]+/results", "authors#results"),
        ("^/author/", "authors#from-a-picture-to-an-activity"),
        ("^/keeper/course-sites", "running#course-sites"),
        ("^/keeper", "running"),
    ];

    /// <summary>The section that tells of a page, as an address below <c>/help/</c>; empty where none does: then the list of guides.</summary>
    /// <param name="path">The page's address, without what it is mounted under.</param>
    public static string Of(string path) => All.FirstOrDefault(place => Regex.IsMatch(path, place.Page)).Section ?? "";
}
