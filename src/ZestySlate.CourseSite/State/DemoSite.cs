using ZestySlate.CourseSite.Lti;

namespace ZestySlate.CourseSite.State;

/// <summary>The course site as it stands at the first start: people, a course that uses an activity, and the tool.</summary>
public static class DemoSite
{
    public static SiteState Make(string toolAddress) =>
        new()
        {
            People =
            [
                new SitePerson
                {
                    Id = "t-ines",
                    Name = "Ines Halloran",
                    Email = "ines.halloran@gannetpoint.example",
                    Teaches = true,
                },
                new SitePerson
                {
                    Id = "t-mireille",
                    Name = "Mireille Osei",
                    Email = "mireille.osei@gannetpoint.example",
                    Teaches = true,
                },
                new SitePerson
                {
                    Id = "l-anouk",
                    Name = "Anouk Delvaux",
                    Email = "anouk@learners.gannetpoint.example",
                },
                new SitePerson
                {
                    Id = "l-bashir",
                    Name = "Bashir Al-Marri",
                    Email = "bashir@learners.gannetpoint.example",
                },
                new SitePerson
                {
                    Id = "l-cressida",
                    Name = "Cressida Thornbury-Vance",
                    Email = "cressida@learners.gannetpoint.example",
                },
                new SitePerson
                {
                    Id = "l-dorrit",
                    Name = "Dorrit",
                    Email = "dorrit@learners.gannetpoint.example",
                },
                new SitePerson
                {
                    Id = "m-corvin",
                    Name = "Corvin Thornbury-Vance",
                    Email = "corvin@families.gannetpoint.example",
                    Role = "Mentor",
                    Mentors = ["l-cressida"],
                },
                new SitePerson
                {
                    Id = "g-guest",
                    Name = "A guest",
                    IsGuest = true,
                },
                new SitePerson
                {
                    Id = "a-pell",
                    Name = "Pell Marrow",
                    Email = "pell.marrow@gannetpoint.example",
                    Teaches = true,
                    Role = "Instructor#TeachingAssistant",
                },
            ],
            Courses =
            [
                new Course
                {
                    Id = "watch",
                    Title = "Watchkeepers, evening",
                    Page =
                        "<h2>Welcome to the evening watch</h2><p>We meet on Tuesdays in the watch room. Look round the garden before the first lesson.</p>",
                    Assignments =
                    [
                        new Assignment
                        {
                            Id = "first-look",
                            Title = "Round the instrument garden",
                            Instructions = "Open every instrument, then answer the three questions.",
                            Url = toolAddress + "/a/garden",
                            Points = 4,
                            Custom = new() { ["due"] = "$ResourceLink.submission.endDateTime" },
                            Due = DateTimeOffset.UtcNow.Date.AddDays(14).AddHours(18),
                        },
                    ],
                },
                new Course
                {
                    Id = "bulletin",
                    Title = "Bulletin writers",
                    Page =
                        "<p>The 18:00 bulletin, in words everybody understands. Warm up with the garden:</p>"
                        + $"<iframe src=\"{toolAddress}/embed/garden\" title=\"Round the instrument garden\" data-zesty-slate "
                        + "style=\"border:0;width:100%;height:640px\" allow=\"fullscreen; microphone\"></iframe>"
                        + $"<script src=\"{toolAddress}/dist/frames.js\" async></script>",
                },
            ],
            Tool = new Tool
            {
                Name = "Zesty Slate",
                ClientId = "zesty-slate",
                DeploymentId = "gannet-point-1",
                LoginUrl = toolAddress + "/lti/login",
                RedirectUri = toolAddress + "/lti/launch",
                DeepLinkUrl = toolAddress + "/lti/choose",
                KeySetUrl = toolAddress + "/lti/keys",
                Scopes = [.. ServiceScope.All],
            },
        };
}
