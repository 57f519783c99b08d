using System.IO.Compression;
using System.Net;
using System.Text.RegularExpressions;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops.Pages;
using ZestySlate.Core.Contents.Asks;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.LongText;
using ZestySlate.Core.Questions.ShortText;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Attempts;
using ZestySlate.Storage.Classes;
using ZestySlate.Web.Teaching;

namespace ZestySlate.Web.Tests;

/// <summary>Assignments with their terms, answers reviewed by question, the gradebook and the lookout, by plain forms.</summary>
public sealed class ClassWorkTests(SlateHost host)
{
    private const string Essay = "The land warms first, so the air above it rises and the sea air follows.";

    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    /// <summary>A class with an essay and a short answer given to it.</summary>
    private Task<(ClassRecord Class, string Activity, int Assignment)> GivenAsync(params string[] names) =>
        GivenUnderAsync(new Rules(), names);

    private async Task<(ClassRecord Class, string Activity, int Assignment)> GivenUnderAsync(Rules rules, params string[] names)
    {
        var ines = await host.DbAsync(db => db.Users.SingleAsync(p => p.Email == "ines.halloran@gannetpoint.example"));
        var text = new LongTextQuestion
        {
            Prompt = RichText.Plain("Why?"),
            WaitsForPerson = true,
            Points = 4,
        };
        var word = new ShortTextQuestion { Prompt = RichText.Plain("Which gauge?"), Accepted = [new ShortAnswer("anemometer")] };
        Spot Asked(string id, Question question) =>
            new()
            {
                Id = id,
                Place = new AtPoint(0.5, 0.5),
                Content = new Ask(question),
            };
        var draft = await host.WithAsync(
            async (ActivityStore store) =>
            {
                var made = await store.CreateAsync(
                    ines.Id,
                    new Activity
                    {
                        Title = "Essay " + Ids.New(4),
                        Rules = rules,
                        Scenes =
                        [
                            new Scene
                            {
                                Id = "s",
                                Backdrop = new PageBackdrop(default),
                                Spots = [Asked("why", text), Asked("word", word)],
                            },
                        ],
                    }
                );
                await store.PublishAsync(made.Record.Id, ines.Id);
                await store.SetVisibilityAsync(made.Record.Id, Visibility.ClassOnly);
                return made.Record;
            }
        );
        var group = (
            await host.WithAsync((ClassStore classes) => classes.CreateAsync(ines.Id, "Class " + Ids.New(4), string.Join('\n', names)))
        ).Value;
        await host.WithAsync(
            async (ClassStore classes) =>
            {
                await classes.GiveAsync(group.Id, draft.Id, draft.Title);
                return 0;
            }
        );
        return (
            group,
            draft.Id,
            await host.DbAsync(db => db.Assignments.Where(a => a.ClassId == group.Id).Select(a => a.Id).SingleAsync())
        );
    }

    private async Task<HttpClient> JoinAsync(ClassRecord group, string name)
    {
        var learner = host.Visitor();
        Assert.Equal(
            "/own-sign",
            (await learner.PostFormAsync("/join", "/join", ("Code", group.Code), ("Name", name))).Headers.Location!.OriginalString
        );
        return learner;
    }

    private async Task<string> WorkAsync(HttpClient learner, string activity, string text, string word, bool handsIn = true)
    {
        var attempt = SlateHost.Find(await learner.GetStringAsync($"/a/{activity}", Stop), "data-attempt=\"([^\"]+)\"");
        await learner.SendEventAsync($"/a/{activity}", ("act", "answer"), ("spot", "why"), ("event", "a"), ("text", text));
        await learner.SendEventAsync($"/a/{activity}", ("act", "answer"), ("spot", "word"), ("event", "b"), ("text", word));
        if (handsIn)
        {
            await learner.SendEventAsync($"/a/{activity}", ("act", "handIn"), ("event", "h"));
        }

        return attempt;
    }

    private static async Task<string> ReadAsync(HttpClient who, string address) =>
        WebUtility.HtmlDecode(await who.GetStringAsync(address, Stop));

    [Fact]
    public async Task The_terms_of_an_assignment_are_kept_and_hold_for_learners()
    {
        var (group, activity, assignment) = await GivenAsync("Nuru", "Petra Vogelsang");
        var (ines, nuru, petra) = (
            await host.TeacherAsync("ines"),
            await JoinAsync(group, "Nuru"),
            await JoinAsync(group, "Petra Vogelsang")
        );
        var address = $"/classes/{group.Id}/assignments/{assignment}";
        var person = await host.DbAsync(db =>
            db.Enrolments.Where(e => e.ClassId == group.Id && e.RosterName == "Petra Vogelsang").Select(e => e.PersonId).SingleAsync()
        );

        var refused = await ines.PostFormAsync(
            address,
            address,
            ("due", "2026-11-20T18:00"),
            ("until", "2026-11-19T18:00"),
            ("instructions", "Read slowly.")
        );
        var page = WebUtility.HtmlDecode(await refused.Content.ReadAsStringAsync(Stop));
        Assert.Contains("It is accepted no longer than it is due", page);
        Assert.Contains(">Read slowly.</textarea>", page);

        // Over for Nuru, and Petra has a year more.
        await ines.PostFormAsync(
            address,
            address,
            ("offset", "60"),
            ("due", "2026-11-01T18:00"),
            ("until", "2026-11-02T18:00"),
            ("instructions", "Read slowly."),
            ($"days-{person}", "365"),
            ("worth", "10"),
            ("lost", "10")
        );
        Assert.Equal(
            new DateTimeOffset(2026, 11, 1, 17, 0, 0, TimeSpan.Zero),
            await host.DbAsync(db => db.Assignments.Where(a => a.Id == assignment).Select(a => a.Due!.Value).SingleAsync())
        );
        Assert.Contains("It is accepted no more", await (await nuru.GetAsync($"/a/{activity}", Stop)).Content.ReadAsStringAsync(Stop));
        Assert.Contains("Read slowly.", await ReadAsync(petra, $"/a/{activity}"));
        Assert.Contains("late", await nuru.GetStringAsync("/todo", Stop));
        Assert.DoesNotContain("class=\"late\"", await petra.GetStringAsync("/todo", Stop));

        // Kept back, nobody sees it; what was begun goes on once it is set again.
        await ines.PostFormAsync(address, address, ("keptBack", "true"));
        Assert.Contains("Nothing is here for you yet", await petra.GetStringAsync("/todo", Stop));
        Assert.Contains("Type your class code", await petra.GetStringAsync($"/a/{activity}", Stop));
        await ines.PostFormAsync(address, address, ("due", "2030-05-20T18:00"));
        var calendar = await petra.GetStringAsync((await petra.GetAsync("/todo/calendar.ics", Stop)).Headers.Location!, Stop);
        Assert.Contains("DTSTART:20300520T180000Z", calendar);
        Assert.Equal(HttpStatusCode.NotFound, (await host.Visitor().GetAsync("/calendar/guessed.ics", Stop)).StatusCode);
        Assert.Contains(
            "/not-yours",
            (await (await host.TeacherAsync("mireille")).GetAsync(address, Stop)).Headers.Location!.OriginalString
        );
    }

    [Theory]
    [InlineData(RevealMoment.AfterEnd, null, true)]
    [InlineData(RevealMoment.AfterDueDate, -1, true)]
    [InlineData(RevealMoment.AfterDueDate, 60, false)]
    [InlineData(RevealMoment.Never, -1, false)]
    public async Task The_list_tells_points_only_when_they_may_be_seen(RevealMoment points, int? dueInMinutes, bool seen)
    {
        var (group, activity, assignment) = await GivenUnderAsync(new Rules { Reveal = new Reveal { Points = points } }, "Nuru");
        var nuru = await JoinAsync(group, "Nuru");
        await WorkAsync(nuru, activity, Essay, "anemometer");
        DateTimeOffset? due = dueInMinutes is { } minutes ? DateTimeOffset.UtcNow.AddMinutes(minutes) : null;
        await host.DbAsync(db => db.Assignments.Where(a => a.Id == assignment).ExecuteUpdateAsync(set => set.SetProperty(a => a.Due, due)));
        Assert.Equal(seen, Regex.IsMatch(await ReadAsync(nuru, "/todo"), "\\d of \\d+ points"));
    }

    [Fact]
    public async Task A_first_name_is_enough_at_the_door_where_one_alone_has_it()
    {
        var (group, _, _) = await GivenAsync("Wren Abernethy", "Wren Thornbury-Vance", "Łucja Wróblewska");
        async Task<HttpResponseMessage> ComeAsync(string name) =>
            await host.Visitor().PostFormAsync("/join", "/join", ("Code", group.Code), ("Name", name));
        Assert.Contains("More than one in the class has this name", await (await ComeAsync("Wren")).Content.ReadAsStringAsync(Stop));
        Assert.Contains("No class has this code with this name", await (await ComeAsync("Wre")).Content.ReadAsStringAsync(Stop));
        Assert.Equal(HttpStatusCode.Redirect, (await ComeAsync("wren v")).StatusCode);
        Assert.Equal(HttpStatusCode.Redirect, (await ComeAsync("lucja")).StatusCode);
    }

    [Fact]
    public async Task Work_that_is_late_is_not_taken_once_it_is_accepted_no_more()
    {
        var (group, activity, assignment) = await GivenAsync("Nuru");
        var nuru = await JoinAsync(group, "Nuru");
        var attempt = await WorkAsync(nuru, activity, Essay, "anemometer", handsIn: false);
        await host.DbAsync(db =>
            db.Assignments.Where(a => a.Id == assignment)
                .ExecuteUpdateAsync(set => set.SetProperty(a => a.Until, DateTimeOffset.UtcNow.AddMinutes(-1)))
        );
        var reply = await nuru.SendEventAsync($"/a/{activity}", ("act", "handIn"), ("event", "h"));
        Assert.Contains("It is accepted no more", await reply.Content.ReadAsStringAsync(Stop));
        Assert.Null(await host.DbAsync(db => db.Attempts.Where(a => a.Id == attempt).Select(a => a.HandedInAt).SingleAsync()));
    }

    [Fact]
    public async Task By_question_the_same_answers_go_together_names_can_be_hidden_and_words_are_used_again()
    {
        var (group, activity, _) = await GivenAsync("Nuru", "Petra Vogelsang", "Milo");
        var attempts = new List<string>();
        foreach (var (name, word) in new[] { ("Nuru", "wind gauge"), ("Petra Vogelsang", "Wind  gauge"), ("Milo", "barometer") })
        {
            attempts.Add(await WorkAsync(await JoinAsync(group, name), activity, $"{Essay} ({name})", word));
        }

        var ines = await host.TeacherAsync("ines");
        var address = $"/author/{activity}/answers?spot=word";
        Assert.Contains("2 learners: Nuru, Petra Vogelsang", await ReadAsync(ines, address));
        var hidden = await ReadAsync(ines, $"/author/{activity}/answers?spot=why&names=hidden");
        Assert.Contains("Learner 3", hidden);
        Assert.DoesNotContain("<h2 dir=\"auto\">Nuru", hidden);
        Assert.Contains("3 answers of all wait for you", hidden);

        await ines.PostFormAsync(
            address,
            $"/author/{activity}/answers",
            ("spot", "word"),
            ("attempts", attempts[0]),
            ("attempts", attempts[1]),
            ("points", "0,5"),
            ("comment", "That is what it does."),
            ("keepPhrase", "true")
        );
        var marked = await ReadAsync(ines, address);
        Assert.Contains("data-phrase=\"That is what it does.\"", marked);
        Assert.Equal(2, marked.Split("Marked by your teacher.").Length - 1);
        await ines.PostFormAsync(
            address,
            $"/author/{activity}/answers?handler=Drop",
            ("phrase", "That is what it does."),
            ("spot", "word")
        );
        Assert.DoesNotContain("data-phrase", await ReadAsync(ines, address));

        // A comment in the text, at its words; taken back again by undo.
        await ines.PostFormAsync(
            address,
            $"/author/{activity}/answers",
            ("spot", "why"),
            ("attempts", attempts[2]),
            ("seen", ""),
            ("points", "3"),
            ("note-anchor", "words 4 14"),
            ("note-text", "Why does it?")
        );
        Assert.Contains("value=\"words 4 14\"", await ReadAsync(ines, $"/author/{activity}/answers?spot=why"));
        var off = await ines.PostFormAsync(
            address,
            $"/author/{activity}/answers",
            ("spot", "why"),
            ("attempts", attempts[1]),
            ("seen", ""),
            ("points", "3"),
            ("note-anchor", "words 4 4000"),
            ("note-text", "Nowhere.")
        );
        Assert.Contains("lies outside the answer", await off.Content.ReadAsStringAsync(Stop));
        await ines.PostFormAsync(address, $"/author/{activity}/answers", ("spot", "why"), ("attempts", attempts[2]), ("undo", "yes"));
        Assert.DoesNotContain("words 4 14", await ReadAsync(ines, $"/author/{activity}/answers?spot=why"));

        // Not through another activity, and not by another teacher.
        Assert.Equal(
            HttpStatusCode.NotFound,
            (
                await ines.PostFormAsync(
                    "/author/garden/answers",
                    "/author/garden/answers",
                    ("spot", "why"),
                    ("attempts", attempts[0]),
                    ("points", "1")
                )
            ).StatusCode
        );
        Assert.Contains(
            "/not-yours",
            (await (await host.TeacherAsync("mireille")).GetAsync(address, Stop)).Headers.Location!.OriginalString
        );
    }

    [Fact]
    public async Task Work_left_open_counts_in_the_gradebook_once_its_time_is_over()
    {
        var (group, activity, assignment) = await GivenAsync("Nuru");
        await host.WithAsync(
            async (ActivityStore store) =>
            {
                var draft = (await store.DraftAsync(activity))!;
                await store.EditAsync(
                    activity,
                    draft.Record.Version,
                    draft.Record.OwnerId,
                    new SetRules(draft.Document.Rules with { Clock = new Clock(ClockFor.Whole, 60) })
                );
                return await store.PublishAsync(activity, draft.Record.OwnerId);
            }
        );
        var (record, given, nuru) = await host.DbAsync(async db =>
            (
                await db.Activities.SingleAsync(a => a.Id == activity),
                await db.Assignments.SingleAsync(a => a.Id == assignment),
                await db.Enrolments.Where(e => e.ClassId == group.Id).Select(e => e.PersonId).SingleAsync()
            )
        );
        var began = DateTimeOffset.UtcNow.AddHours(-1);
        var attempt = await host.WithAsync(
            (AttemptStore attempts) =>
                attempts.BringAsync(
                    record,
                    nuru,
                    given,
                    [
                        new Began(2, 7) { Id = "began", At = began },
                        new Started { Id = "s", At = began },
                        new Answered("word", new ShortTextResponse { Text = "anemometer" }) { Id = "a", At = began.AddSeconds(30) },
                    ]
                )
        );
        for (var i = 0; i < 300 && await host.DbAsync(db => db.Attempts.AnyAsync(a => a.Id == attempt.Id && a.HandedInAt == null)); i++)
        {
            await Task.Delay(100, Stop);
        }

        Assert.Equal(
            began.AddSeconds(60),
            await host.DbAsync(db => db.Attempts.Where(a => a.Id == attempt.Id).Select(a => a.HandedInAt).SingleAsync())
        );
        Assert.Contains(
            $"/review/{attempt.Id}\">1</a>",
            await ReadAsync(await host.TeacherAsync("ines"), $"/classes/{group.Id}/gradebook")
        );
    }

    [Fact]
    public async Task Many_answers_come_page_by_page_and_of_one_class_alone_and_keeping_one_goes_on_to_the_next()
    {
        var (group, activity, assignment) = await GivenAsync([.. Enumerable.Range(10, 70).Select(i => $"Learner {i}")]);
        await host.WithAsync(
            async (AttemptStore attempts) =>
            {
                var (record, given) = await host.DbAsync(async db =>
                    (await db.Activities.SingleAsync(a => a.Id == activity), await db.Assignments.SingleAsync(a => a.Id == assignment))
                );
                var people = await host.DbAsync(db => db.Enrolments.Where(e => e.ClassId == group.Id).ToListAsync());
                foreach (var person in people)
                {
                    // The last came by the link and is of no class.
                    await attempts.BringAsync(
                        record,
                        person.PersonId,
                        person.RosterName == "Learner 79" ? null : given,
                        [
                            new Began(1, 7) { Id = "began", At = DateTimeOffset.UtcNow },
                            new Answered("why", new LongTextResponse { Text = $"{Essay} ({person.RosterName})" })
                            {
                                Id = "a",
                                At = DateTimeOffset.UtcNow,
                            },
                            new HandedIn { Id = "h", At = DateTimeOffset.UtcNow },
                        ]
                    );
                }

                return 0;
            }
        );
        var ines = await host.TeacherAsync("ines");
        string Card(int learner) => $"<h2 dir=\"auto\">Learner {learner}</h2>";
        var address = $"/author/{activity}/answers?spot=why&assignment={assignment}";
        var first = await ReadAsync(ines, address);
        Assert.Contains("1 to 40 of 69", first);
        Assert.Contains(Card(49), first);
        Assert.DoesNotContain(Card(50), first);
        Assert.Contains(Card(78), await ReadAsync(ines, address + "&at=1"));
        Assert.DoesNotContain(Card(79), await ReadAsync(ines, address + "&at=77"));
        Assert.Contains("41 to 70 of 70", await ReadAsync(ines, $"/author/{activity}/answers?spot=why&at=1"));

        // From the last of the first page to the first of the second; where only what waits is shown, to the one that has taken its place.
        async Task<string> KeepAsync(int learner, params (string, string)[] along)
        {
            return (
                await ines.PostFormAsync(
                    address,
                    $"/author/{activity}/answers",
                    [
                        ("spot", "why"),
                        ("attempts", await IdAsync(learner)),
                        ("seen", ""),
                        ("points", "3"),
                        ("assignment", $"{assignment}"),
                        .. along,
                    ]
                )
            )
                .Headers
                .Location!
                .OriginalString;
        }

        Assert.EndsWith($"&assignment={assignment}&at=1#of-{await IdAsync(50)}", await KeepAsync(49));
        Assert.EndsWith($"&only=waiting&assignment={assignment}#of-{await IdAsync(21)}", await KeepAsync(20, ("only", "waiting")));

        var results = await ReadAsync(ines, $"/author/{activity}/results");
        Assert.Contains("1 to 60 of 70", results);
        Assert.Contains("Give back all 2 that are marked", results);
        Assert.DoesNotContain("\">Learner 71</a>", results);
        Assert.Contains("\">Learner 71</a>", await ReadAsync(ines, $"/author/{activity}/results?at=1"));
        Assert.Equal(1 + (70 * 2), (await ines.GetStringAsync($"/author/{activity}/results?handler=csv", Stop)).Trim().Split('\n').Length);

        Task<string> IdAsync(int learner) =>
            host.DbAsync(db =>
                db.Attempts.Where(a =>
                        a.ActivityId == activity && db.Users.Any(p => p.Id == a.PersonId && p.DisplayName == $"Learner {learner}")
                    )
                    .Select(a => a.Id)
                    .SingleAsync()
            );
    }

    [Fact]
    public async Task What_somebody_said_meanwhile_is_not_written_over()
    {
        var (group, activity, _) = await GivenAsync("Nuru");
        var attempt = await WorkAsync(await JoinAsync(group, "Nuru"), activity, Essay, "anemometer");
        var ines = await host.TeacherAsync("ines");
        var address = $"/author/{activity}/review/{attempt}";
        await ines.PostFormAsync(address, address, ("spot", "why"), ("seen", ""), ("points", "3"), ("comment", "From the first tab."));
        var second = await ines.PostFormAsync(
            address,
            address,
            ("spot", "why"),
            ("seen", ""),
            ("points", "1"),
            ("comment", "From the second.")
        );
        var page = WebUtility.HtmlDecode(await second.Content.ReadAsStringAsync(Stop));
        Assert.Contains("You, in another tab, reviewed this meanwhile, 3 points: “From the first tab.”", page);
        Assert.Contains(">From the second.</textarea>", page);
        Assert.Contains("From the first tab.", await ReadAsync(ines, address));

        // The same holds for the comment on the whole.
        await ines.PostFormAsync(address, address + "?handler=Whole", ("seen", ""), ("comment", "Whole, first."));
        var whole = WebUtility.HtmlDecode(
            await (
                await ines.PostFormAsync(address, address + "?handler=Whole", ("seen", ""), ("comment", "Whole, second."))
            ).Content.ReadAsStringAsync(Stop)
        );
        Assert.Contains("reviewed this meanwhile: “Whole, first.”", whole);
        Assert.Contains(">Whole, second.</textarea>", whole);

        // Said again with that in sight, it takes its place; what was before is kept on record.
        var seen = SlateHost.Find(page, "id=\"answer-why\"[\\s\\S]*?name=\"seen\" value=\"([^\"]+)\"");
        Assert.Equal(
            HttpStatusCode.Redirect,
            (
                await ines.PostFormAsync(
                    address,
                    address,
                    ("spot", "why"),
                    ("seen", seen),
                    ("points", "1"),
                    ("comment", "From the second.")
                )
            ).StatusCode
        );
        Assert.Equal(3, await host.DbAsync(db => db.Events.CountAsync(e => e.AttemptId == attempt && e.Json.Contains("\"reviewed\""))));
    }

    [Fact]
    public async Task Of_several_who_review_one_answer_at_the_same_moment_one_is_kept_and_the_others_keep_their_words()
    {
        var (group, activity, _) = await GivenAsync("Nuru");
        var attempt = await WorkAsync(await JoinAsync(group, "Nuru"), activity, Essay, "anemometer");
        var by = await host.DbAsync(db =>
            db.Users.Where(p => p.Email == "mireille.osei@gannetpoint.example").Select(p => p.Id).SingleAsync(Stop)
        );
        var told = await Task.WhenAll(
            Enumerable
                .Range(0, 8)
                .Select(i =>
                    Task.Run(() =>
                        host.WithAsync(
                            (Reviewing reviewing) => reviewing.KeepAsync(attempt, "why", "", new Review { By = by, Comment = $"Words {i}" })
                        )
                    )
                )
        );
        Assert.Single(told, refusal => refusal is null);
        Assert.Equal(7, told.Count(refusal => refusal?.Contains("reviewed this meanwhile", StringComparison.Ordinal) is true));
        Assert.Equal(1, await host.DbAsync(db => db.Events.CountAsync(e => e.AttemptId == attempt && e.Json.Contains("\"reviewed\""))));
    }

    [Fact]
    public async Task All_that_waits_for_nothing_is_given_back_and_the_gradebook_follows_and_is_saved()
    {
        var (group, activity, assignment) = await GivenAsync("Nuru", "Petra Vogelsang", "Łucja");
        var nuru = await JoinAsync(group, "Nuru");
        var attempt = await WorkAsync(nuru, activity, Essay, "anemometer");
        await WorkAsync(await JoinAsync(group, "Petra Vogelsang"), activity, Essay, "barometer");
        var ines = await host.TeacherAsync("ines");
        var review = $"/author/{activity}/review/{attempt}";
        await ines.PostFormAsync(review, review, ("spot", "why"), ("seen", ""), ("points", "3"));
        await ines.PostFormAsync(review, review + "?handler=Whole", ("seen", ""), ("comment", "Well thought."));
        var results = $"/author/{activity}/results";
        Assert.DoesNotContain("Well thought.", await ReadAsync(nuru, "/todo"));
        Assert.Contains("Give back 1 work that is marked", await ReadAsync(ines, results));
        await ines.PostFormAsync(results, results + "?handler=ReturnAll");
        Assert.Contains("Well thought.", await ReadAsync(nuru, $"/a/{activity}"));
        var home = await ReadAsync(nuru, "/todo");
        Assert.Contains("Given back", home);
        Assert.Contains("Well thought.", home);
        Assert.Matches("\\d of \\d+ points?", home);
        Assert.DoesNotContain("read what your teacher says", home);
        Assert.Contains("href=\"/todo\"", await ReadAsync(nuru, $"/a/{activity}"));

        await ines.PostFormAsync(
            $"/classes/{group.Id}/assignments/{assignment}",
            $"/classes/{group.Id}/assignments/{assignment}",
            ("worth", "10"),
            ("category", "Essays"),
            ("due", "2020-01-01T10:00")
        );
        var book = await ReadAsync(ines, $"/classes/{group.Id}/gradebook");
        Assert.Matches($"review/{attempt}\">\\s*8\\s*</a>", book);
        Assert.Contains("missing", book);
        Assert.Contains("provisional", book);
        var csv = await ines.GetStringAsync($"/classes/{group.Id}/gradebook?handler=csv", Stop);
        Assert.Contains("Nuru,8,late,80", csv);
        Assert.Contains("Łucja,0,missing,0", csv);
        Assert.Equal("PK", (await ines.GetStringAsync($"/classes/{group.Id}/gradebook?handler=workbook", Stop))[..2]);
        var refused = await ines.PostFormAsync(
            $"/classes/{group.Id}/gradebook",
            $"/classes/{group.Id}/gradebook?handler=Weights",
            ("weights", "Essays")
        );
        Assert.Contains("“Essays” is not a category and its weight", WebUtility.HtmlDecode(await refused.Content.ReadAsStringAsync(Stop)));
        Assert.Contains(
            "/not-yours",
            (await (await host.TeacherAsync("tobiah")).GetAsync($"/classes/{group.Id}/gradebook", Stop)).Headers.Location!.OriginalString
        );
    }

    [Fact]
    public async Task Those_that_are_ticked_are_given_back_and_one_class_is_shown_by_itself()
    {
        var (group, activity, assignment) = await GivenAsync("Nuru", "Petra Vogelsang", "Łucja");
        var works = new List<string>();
        foreach (var name in new[] { "Nuru", "Petra Vogelsang", "Łucja" })
        {
            works.Add(await WorkAsync(await JoinAsync(group, name), activity, Essay, "anemometer"));
        }

        var ines = await host.TeacherAsync("ines");
        var results = $"/author/{activity}/results";
        Assert.Contains("Nuru", await ReadAsync(ines, $"{results}?assignment={assignment}"));
        var reply = await ines.PostFormAsync(
            results,
            $"{results}?handler=ReturnSome&assignment={assignment}",
            ("of", works[0]),
            ("of", works[2])
        );
        Assert.Equal($"{results}?assignment={assignment}", reply.Headers.Location!.OriginalString);
        var returned = await host.DbAsync(db =>
            db.Attempts.Where(a => a.ActivityId == activity && a.ReturnedAt != null).Select(a => a.Id).ToListAsync(Stop)
        );
        Assert.Equal(new[] { works[0], works[2] }.Order(), returned.Order());

        // Nothing through another activity's page, and nobody of another class.
        await ines.PostFormAsync("/author/garden/results", "/author/garden/results?handler=ReturnSome", ("of", works[1]));
        Assert.Equal(2, await host.DbAsync(db => db.Attempts.CountAsync(a => a.ActivityId == activity && a.ReturnedAt != null, Stop)));
        var other = (await host.WithAsync((ClassStore classes) => classes.CreateAsync(group.TeacherId, "Another " + activity, "Bo"))).Value;
        await host.WithAsync(
            async (ClassStore classes) =>
            {
                await classes.GiveAsync(other.Id, activity, "Essay");
                return 0;
            }
        );
        var second = await host.DbAsync(db => db.Assignments.Where(a => a.ClassId == other.Id).Select(a => a.Id).SingleAsync(Stop));
        Assert.DoesNotContain("Petra Vogelsang", await ReadAsync(ines, $"{results}?assignment={second}"));
        Assert.DoesNotContain("Petra Vogelsang", await ines.GetStringAsync($"{results}?handler=csv&assignment={second}", Stop));
    }

    [Fact]
    public async Task A_roster_is_shown_before_it_is_taken_and_nobody_comes_in_twice()
    {
        var (group, _, _) = await GivenAsync("Łucja Wróblewska", "Kaimana");
        var ines = await host.TeacherAsync("ines");
        var address = $"/classes/{group.Id}/import";
        var html = await ines.GetStringAsync(address, Stop);
        var content = new MultipartFormDataContent
        {
            { new StringContent(SlateHost.Find(html, "name=\"proof\" (?:type=\"hidden\" )?value=\"([^\"]+)\"")), "proof" },
            {
                new ByteArrayContent(
                    System.Text.Encoding.UTF8.GetBytes(
                        "Family name;Given name;Number\nWróblewska;Łucja;7\nÓ Maoldúin;Bríd;8\nÓ Maoldúin;Bríd;8\n;Nuru;9\n"
                    )
                ),
                "file",
                "roster.csv"
            },
        };
        var shown = WebUtility.HtmlDecode(await (await ines.PostAsync(address, content, Stop)).Content.ReadAsStringAsync(Stop));
        Assert.Contains("2 of 4 are new.", shown);
        Assert.Contains("in the class already", shown);
        Assert.Contains("stands twice in the file", shown);
        Assert.Equal(2, await host.DbAsync(db => db.Enrolments.CountAsync(e => e.ClassId == group.Id)));
        var taken = await ines.PostFormAsync(
            address,
            address + "?handler=Take",
            ("learner", "Bríd Ó Maoldúin"),
            ("number", "8"),
            ("email", ""),
            ("learner", "Nuru"),
            ("number", "9"),
            ("email", ""),
            ("take", "0"),
            ("take", "1")
        );
        Assert.EndsWith("?added=2&filled=0", taken.Headers.Location!.OriginalString);
        Assert.Equal(
            ["Bríd Ó Maoldúin", "Kaimana", "Nuru", "Łucja Wróblewska"],
            (await host.DbAsync(db => db.Enrolments.Where(e => e.ClassId == group.Id).Select(e => e.RosterName).ToListAsync())).Order(
                StringComparer.Ordinal
            )
        );
        await JoinAsync(group, "bríd ó maoldúin");
    }

    [Fact]
    public async Task What_is_changed_on_a_learner_s_page_is_kept()
    {
        var (group, activity, _) = await GivenAsync("Zoe Celik", "Kaimana");
        var ines = await host.TeacherAsync("ines");
        var zoe = await host.DbAsync(db =>
            db.Enrolments.Where(e => e.ClassId == group.Id && e.RosterName == "Zoe Celik").Select(e => e.PersonId).SingleAsync()
        );
        var address = $"/classes/{group.Id}/learners/{zoe}";
        await ines.PostFormAsync(
            address,
            address + "?handler=Describe",
            ("name", "Zoë Çelik"),
            ("number", "17"),
            ("email", "zoe@watch.example")
        );
        var entry = await host.DbAsync(db => db.Enrolments.SingleAsync(e => e.PersonId == zoe));
        Assert.Equal(("Zoë Çelik", "17", "zoe@watch.example"), (entry.RosterName, entry.Number, entry.Email));
        Assert.Equal("Zoë Çelik", await host.DbAsync(db => db.Users.Where(p => p.Id == zoe).Select(p => p.DisplayName).SingleAsync()));
        Assert.Contains("not begun", await ReadAsync(ines, address));
        var work = await WorkAsync(await JoinAsync(group, "Zoë Çelik"), activity, Essay, "anemometer");
        var page = await ReadAsync(ines, address);
        Assert.Contains($"/author/{activity}/review/{work}", page);
        Assert.Contains("handed in, 1 to be marked", page);
        Assert.DoesNotContain("not begun", page);
    }

    [Fact]
    public async Task Importing_a_list_again_fills_in_what_is_missing()
    {
        var (group, _, _) = await GivenAsync("Zoë Çelik", "Kaimana");
        var ines = await host.TeacherAsync("ines");
        var address = $"/classes/{group.Id}/import";
        const string list = "name,number,email\nZoë Çelik,17,zoe@watch.example\nKaimana,,\n";
        var shown = WebUtility.HtmlDecode(
            await (await ines.PostFormAsync(address, address, ("pasted", list))).Content.ReadAsStringAsync(Stop)
        );
        Assert.Contains("0 of 2 are new. 1 is in the class and will be completed.", shown);
        Assert.Contains("in the class already; the number and e-mail address will be added", shown);
        var taken = await ines.PostFormAsync(
            address,
            address + "?handler=Take",
            ("learner", "Zoë Çelik"),
            ("number", "17"),
            ("email", "zoe@watch.example"),
            ("take", "0")
        );
        Assert.EndsWith("?added=0&filled=1", taken.Headers.Location!.OriginalString);
        Assert.Equal(
            "zoe@watch.example",
            await host.DbAsync(db =>
                db.Enrolments.Where(e => e.ClassId == group.Id && e.RosterName == "Zoë Çelik").Select(e => e.Email).SingleAsync()
            )
        );
    }

    [Fact]
    public async Task A_pasted_list_is_shown_cleaned_before_a_class_is_made_of_it_and_plain_names_are_not()
    {
        var ines = await host.TeacherAsync("ines");
        var title = "Pasted " + Ids.New(4);
        var plain = await ines.PostFormAsync("/classes", "/classes", ("name", title), ("names", "Wren Abernethy\r\nKaimana\r\n"));
        Assert.Matches("/classes/[0-9]+$", plain.Headers.Location!.OriginalString);

        var shown = await ines.PostFormAsync(
            "/classes",
            "/classes",
            ("name", title),
            ("names", "1. Jürgen Tidewell\n2) Øystein, Åse\nhana.dvorak@watch.example\nJürgen Tidewell\n")
        );
        var page = WebUtility.HtmlDecode(await shown.Content.ReadAsStringAsync(Stop));
        Assert.Contains("Is this the class?", page);
        Assert.Contains("value=\"Åse Øystein\"", page);
        Assert.Contains("value=\"Hana Dvorak\"", page);
        Assert.Contains("hana.dvorak@watch.example", page);
        Assert.Equal(2, Regex.Count(page, "stands twice"));
        Assert.Equal(1, await host.DbAsync(db => db.Classes.CountAsync(c => c.Name == title, Stop)));

        await ines.PostFormAsync(
            "/classes",
            "/classes?handler=Take",
            ("name", title + " taken"),
            ("learner", "Jürgen A"),
            ("number", ""),
            ("email", ""),
            ("learner", "Åse Øystein"),
            ("number", ""),
            ("email", "ase@watch.example"),
            ("learner", "Left out"),
            ("number", ""),
            ("email", ""),
            ("take", "0"),
            ("take", "1"),
            ("take", "1"),
            ("take", "7")
        );
        // Without a name for the class nothing is made, and what was mended stays.
        var unnamed = await ines.PostFormAsync(
            "/classes",
            "/classes?handler=Take",
            ("name", " "),
            ("learner", "Jürgen Mended"),
            ("number", ""),
            ("email", ""),
            ("take", "0")
        );
        var still = WebUtility.HtmlDecode(await unnamed.Content.ReadAsStringAsync(Stop));
        Assert.Contains("A class needs a name.", still);
        Assert.Contains("value=\"Jürgen Mended\"", still);
        var made = await host.DbAsync(db =>
            db.Enrolments.Where(e => db.Classes.Any(c => c.Id == e.ClassId && c.Name == title + " taken"))
                .OrderBy(e => e.RosterName)
                .Select(e => e.RosterName + e.Email)
                .ToListAsync(Stop)
        );
        Assert.Equal(["Jürgen A", "Åse Øysteinase@watch.example"], made);
    }

    [Fact]
    public async Task Where_a_class_lets_its_learners_pick_their_name_its_code_shows_them_and_a_press_comes_in()
    {
        var (group, _, _) = await GivenAsync("Wren Abernethy", "Kaimana Tidewell");
        var visitor = host.Visitor();
        Assert.DoesNotContain(
            "Kaimana",
            await (await visitor.PostFormAsync("/join", "/join", ("Code", group.Code))).Content.ReadAsStringAsync(Stop)
        );
        var ines = await host.TeacherAsync("ines");
        await ines.PostFormAsync($"/classes/{group.Id}", $"/classes/{group.Id}?handler=Identify", ("by", "List"));
        var list = await (await visitor.PostFormAsync("/join", "/join", ("Code", group.Code))).Content.ReadAsStringAsync(Stop);
        Assert.Contains("Who are you?", list);
        Assert.Contains("value=\"Kaimana Tidewell\"", list);
        var inside = await visitor.PostFormAsync("/join", "/join", ("Code", group.Code), ("Name", "Kaimana Tidewell"));
        Assert.NotNull(inside.Headers.Location);
        Assert.DoesNotContain(
            "Kaimana",
            await (await visitor.PostFormAsync("/join", "/join", ("Code", "NOCODE"))).Content.ReadAsStringAsync(Stop)
        );
    }

    [Fact]
    public async Task The_roster_is_shown_by_first_or_by_family_name_and_as_slips()
    {
        var (group, _, _) = await GivenAsync("Aino Zander", "Zoë Abernethy");
        var ines = await host.TeacherAsync("ines");
        var byFirst = await ReadAsync(ines, $"/classes/{group.Id}");
        var byFamily = await ReadAsync(ines, $"/classes/{group.Id}?by-family=true");
        Assert.True(byFirst.IndexOf("Aino Zander", StringComparison.Ordinal) < byFirst.IndexOf("Zoë Abernethy", StringComparison.Ordinal));
        Assert.True(
            byFamily.IndexOf("Aino Zander", StringComparison.Ordinal) > byFamily.IndexOf("Zoë Abernethy", StringComparison.Ordinal)
        );
        var slips = await ReadAsync(ines, $"/classes/{group.Id}/slips");
        Assert.Equal(2, Regex.Count(slips, $">{group.Code}<"));
        Assert.Contains("/join", slips);
        await ines.PostFormAsync($"/classes/{group.Id}", $"/classes/{group.Id}?handler=Identify", ("by", "Number"));
        Assert.Contains("Nothing to type yet", await ReadAsync(ines, $"/classes/{group.Id}/slips"));
    }

    [Fact]
    public async Task A_class_of_400_is_imported_in_one_step()
    {
        var (group, _, _) = await GivenAsync("Kaimana");
        var ines = await host.TeacherAsync("ines");
        var address = $"/classes/{group.Id}/import";
        var learners = Enumerable
            .Range(0, 400)
            .SelectMany(i => new[] { ("learner", $"Learner {i}"), ("number", $"{i}"), ("email", ""), ("take", $"{i}") })
            .ToArray();
        var full = await ines.PostFormAsync(address, address + "?handler=Take", learners);
        Assert.Contains("with these it would be 401", await full.Content.ReadAsStringAsync(Stop));
        var taken = await ines.PostFormAsync(address, address + "?handler=Take", learners[..^4]);
        Assert.EndsWith("?added=399&filled=0", taken.Headers.Location!.OriginalString);
        Assert.Equal(400, await host.DbAsync(db => db.Enrolments.CountAsync(e => e.ClassId == group.Id)));
    }

    [Fact]
    public async Task Work_handed_in_by_mistake_is_opened_again_and_goes_on()
    {
        var (group, activity, _) = await GivenAsync("Nuru", "Kaimana");
        var nuru = await JoinAsync(group, "Nuru");
        var attempt = await WorkAsync(nuru, activity, Essay, "anemometer");
        var ines = await host.TeacherAsync("ines");
        var review = $"/author/{activity}/review/{attempt}";
        Assert.Contains("Open it again for Nuru", await ReadAsync(ines, review));
        await ines.PostFormAsync(review, review + "?handler=Reopen");
        Assert.Null(await host.DbAsync(db => db.Attempts.Where(a => a.Id == attempt).Select(a => a.HandedInAt).SingleAsync()));
        Assert.Equal(0, await host.DbAsync(db => db.AttemptRows.CountAsync(row => row.AttemptId == attempt)));
        Assert.DoesNotContain("receipt", await ReadAsync(nuru, $"/a/{activity}"));
        Assert.Equal(HttpStatusCode.NotFound, (await ines.GetAsync(review, Stop)).StatusCode);
        await nuru.SendEventAsync($"/a/{activity}", ("act", "handIn"), ("event", "again"));
        Assert.Contains("receipt", await ReadAsync(nuru, $"/a/{activity}"));
        Assert.NotNull(await host.DbAsync(db => db.Attempts.Where(a => a.Id == attempt).Select(a => a.HandedInAt).SingleAsync()));
    }

    [Fact]
    public async Task More_time_reaches_who_is_at_work_from_the_lookout_and_from_the_class_page()
    {
        var (group, activity, _) = await GivenAsync("Nuru", "Kaimana");
        await host.WithAsync(
            async (ActivityStore store) =>
            {
                var draft = (await store.DraftAsync(activity))!;
                await store.EditAsync(
                    activity,
                    draft.Record.Version,
                    draft.Record.OwnerId,
                    new Core.Editing.SetRules(
                        draft.Document.Rules with
                        {
                            Clock = new Core.Activities.Clock(Core.Activities.ClockFor.Whole, 600),
                        }
                    )
                );
                return await store.PublishAsync(activity, draft.Record.OwnerId);
            }
        );
        var nuru = await JoinAsync(group, "Nuru");
        await nuru.GetStringAsync($"/a/{activity}", Stop);
        await nuru.SendEventAsync($"/a/{activity}", ("act", "start"), ("event", "s1"));
        var page = await nuru.GetStringAsync($"/a/{activity}", Stop);
        var (attempt, events) = (SlateHost.Find(page, "data-attempt=\"([^\"]+)\""), SlateHost.Find(page, "data-events=\"([^\"]+)\""));
        async Task<double> LeftAsync() =>
            double.Parse(
                (await nuru.GetAsync(events, Stop)).Headers.GetValues("X-Slate-Remaining").Single(),
                System.Globalization.CultureInfo.InvariantCulture
            );
        Assert.InRange(await LeftAsync(), 540, 600);

        var ines = await host.TeacherAsync("ines");
        var one = $"/author/{activity}/lookout/{attempt}";
        await ines.PostFormAsync(one, one + "?handler=Time", ("minutes", "5"));
        Assert.InRange(await LeftAsync(), 840, 900);
        var all = $"/author/{activity}/lookout";
        await ines.PostFormAsync(all, all + "?handler=Time", ("minutes", "5"));
        Assert.InRange(await LeftAsync(), 1140, 1200);

        var people = await host.DbAsync(db =>
            db.Enrolments.Where(e => e.ClassId == group.Id).ToDictionaryAsync(e => e.RosterName, e => e.PersonId)
        );
        var saved = await ines.PostFormAsync(
            $"/classes/{group.Id}",
            $"/classes/{group.Id}?handler=Times",
            ("time-" + people["Nuru"], "150"),
            ("time-" + people["Kaimana"], "100")
        );
        Assert.Contains("It holds at once", await saved.Content.ReadAsStringAsync(Stop));
        Assert.InRange(await LeftAsync(), 1440, 1500);
    }

    [Fact]
    public async Task What_was_taken_away_from_the_class_takes_nothing_more_and_is_there_when_it_is_given_again()
    {
        var (group, activity, assignment) = await GivenAsync("Nuru");
        var nuru = await JoinAsync(group, "Nuru");
        var attempt = await WorkAsync(nuru, activity, Essay, "anemometer", handsIn: false);
        var page = $"/a/{activity}?assignment={assignment}";
        Assert.Contains(Essay, await ReadAsync(nuru, page));
        var events = SlateHost.Find(await nuru.GetStringAsync(page, Stop), "data-events=\"([^\"]+)\"");
        var proof = SlateHost.Find(await nuru.GetStringAsync(page, Stop), "data-proof=\"([^\"]+)\"");
        async Task GiveAsync(bool give) =>
            await host.WithAsync(
                async (ClassStore classes) =>
                {
                    if (give)
                    {
                        await classes.GiveAsync(group.Id, activity, "Essay");
                    }
                    else
                    {
                        await classes.TakeAwayAsync(group.Id, activity);
                    }

                    return 0;
                }
            );
        async Task<string> AnswerAsync(string id, string text)
        {
            var fields = new Dictionary<string, string>
            {
                ["act"] = "answer",
                ["spot"] = "word",
                ["event"] = id,
                ["text"] = text,
            };
            using var request = new HttpRequestMessage(HttpMethod.Post, events) { Content = new FormUrlEncodedContent(fields) };
            request.Headers.Add("X-Slate-Script", "1");
            request.Headers.Add("X-Slate-Proof", proof);
            return WebUtility.HtmlDecode(await (await nuru.SendAsync(request, Stop)).Content.ReadAsStringAsync(Stop));
        }

        await GiveAsync(false);
        Assert.Contains("Your teacher has taken this away.", await AnswerAsync("late", "barometer"));
        Assert.Equal(HttpStatusCode.NotFound, (await nuru.GetAsync(page, Stop)).StatusCode);
        Assert.Equal(0, await host.DbAsync(db => db.Events.CountAsync(e => e.AttemptId == attempt && e.EventId == "late", Stop)));
        await GiveAsync(true);
        Assert.DoesNotContain("taken this away", await AnswerAsync("again", "barometer"));
        Assert.Contains("barometer", await ReadAsync(nuru, page));
    }

    [Fact]
    public async Task Giving_asks_when_it_is_due_and_learners_see_nothing_before_it_is_said()
    {
        var (group, activity, assignment) = await GivenAsync("Nuru");
        await host.WithAsync(
            async (ClassStore classes) =>
            {
                await classes.TakeAwayAsync(group.Id, activity);
                return 0;
            }
        );
        var ines = await host.TeacherAsync("ines");
        var publish = $"/author/{activity}/publish";
        var given = await ines.PostFormAsync(publish, $"{publish}?handler=Give", ("class", $"{group.Id}"));
        var terms = given.Headers.Location!.OriginalString;
        Assert.StartsWith($"/classes/{group.Id}/assignments/", terms, StringComparison.Ordinal);
        Assert.NotEqual($"/classes/{group.Id}/assignments/{assignment}?giving=true", terms);
        var nuru = await JoinAsync(group, "Nuru");
        Assert.DoesNotContain($"/a/{activity}", await nuru.GetStringAsync("/todo", Stop), StringComparison.Ordinal);

        var unsaid = await ines.PostFormAsync(terms, terms, ("giving", "true"));
        Assert.Contains("When is it due?", await unsaid.Content.ReadAsStringAsync(Stop), StringComparison.Ordinal);
        Assert.DoesNotContain($"/a/{activity}", await nuru.GetStringAsync("/todo", Stop), StringComparison.Ordinal);
        await ines.PostFormAsync(terms, terms, ("giving", "true"), ("noDue", "true"));
        Assert.Contains($"/a/{activity}", await nuru.GetStringAsync("/todo", Stop), StringComparison.Ordinal);
        Assert.Contains("Given, no due date", await ines.GetStringAsync(publish, Stop), StringComparison.Ordinal);

        // To somebody else's class it is not given.
        const int others = 987654;
        Assert.Equal(
            HttpStatusCode.NotFound,
            (await ines.PostFormAsync(publish, $"{publish}?handler=Give", ("class", $"{others}"))).StatusCode
        );
    }

    [Fact]
    public async Task A_learner_s_work_is_saved_merged_and_deleted_for_good()
    {
        var (group, activity, _) = await GivenAsync("Nuru", "Nuru K", "Kaimana");
        var device = await JoinAsync(group, "Nuru K");
        var attempt = await WorkAsync(device, activity, Essay, "anemometer");
        await JoinAsync(group, "Nuru");
        var (ines, roster) = (
            await host.TeacherAsync("ines"),
            await host.DbAsync(db => db.Enrolments.Where(e => e.ClassId == group.Id).ToDictionaryAsync(e => e.RosterName, e => e.PersonId))
        );
        string Of(string name) => $"/classes/{group.Id}/learners/{roster[name]}";
        // Nobody is chosen before one chooses, and it is asked before it is done.
        Assert.Contains("<option value=\"\">Choose …</option>", await ReadAsync(ines, Of("Nuru")));
        var none = await ines.PostFormAsync(Of("Nuru"), Of("Nuru") + "?handler=AskMerge", ("other", ""));
        Assert.Contains("Choose another learner", await none.Content.ReadAsStringAsync(Stop));
        var asked = await ines.PostFormAsync(Of("Nuru"), Of("Nuru") + "?handler=AskMerge", ("other", roster["Nuru K"]));
        Assert.Contains("1 attempt of Nuru K becomes Nuru's", WebUtility.HtmlDecode(await asked.Content.ReadAsStringAsync(Stop)));
        Assert.Equal(3, await host.DbAsync(db => db.Enrolments.CountAsync(e => e.ClassId == group.Id)));

        await ines.PostFormAsync(Of("Nuru"), Of("Nuru") + "?handler=Merge", ("other", roster["Nuru K"]));
        var merge = await host.DbAsync(db => db.Merges.SingleAsync(m => m.ClassId == group.Id, Stop));
        await ines.PostFormAsync(Of("Nuru"), Of("Nuru") + "?handler=Unmerge", ("merge", $"{merge.Id}"));
        Assert.Contains("1 attempt", await ReadAsync(ines, Of("Nuru K")));
        Assert.Contains("0 attempts", await ReadAsync(ines, Of("Nuru")));
        await ines.PostFormAsync(Of("Nuru"), Of("Nuru") + "?handler=Merge", ("other", roster["Nuru K"]));
        Assert.Contains("1 attempt", await ReadAsync(ines, Of("Nuru")));
        Assert.Equal(HttpStatusCode.NotFound, (await ines.GetAsync(Of("Nuru K"), Stop)).StatusCode);
        // At the device of the other entry one comes in under this one, though it was come in under elsewhere.
        await device.PostFormAsync("/join", "/join", ("Code", group.Code), ("Name", "Nuru"));
        Assert.Contains("receipt", await ReadAsync(device, $"/a/{activity}"));
        var zip = new ZipArchive(await ines.GetStreamAsync(Of("Nuru") + "?handler=export", Stop));
        using (var json = new StreamReader(zip.GetEntry("learner.json")!.Open()))
        {
            Assert.Contains(Essay, await json.ReadToEndAsync(Stop));
        }

        var kept = await ines.PostFormAsync(Of("Nuru"), Of("Nuru") + "?handler=Delete", ("typed", "Kaimana"));
        Assert.Contains("Nothing was deleted", await kept.Content.ReadAsStringAsync(Stop));
        await ines.PostFormAsync(Of("Nuru"), Of("Nuru") + "?handler=Delete", ("typed", "nuru"));
        Assert.False(await host.DbAsync(db => db.Events.AnyAsync(e => e.AttemptId == attempt)));
        Assert.False(await host.DbAsync(db => db.Users.AnyAsync(p => p.Id == roster["Nuru"] || p.Id == roster["Nuru K"])));
        Assert.Equal(
            ["Kaimana"],
            await host.DbAsync(db => db.Enrolments.Where(e => e.ClassId == group.Id).Select(e => e.RosterName).ToListAsync())
        );
    }

    [Fact]
    public async Task The_lookout_hears_of_a_learner_s_answer_at_once_and_nobody_else_s_teacher_does()
    {
        var (group, activity, _) = await GivenAsync("Nuru", "Petra Vogelsang");
        var ines = await host.TeacherAsync("ines");
        Assert.Contains("not begun", await ReadAsync(ines, $"/author/{activity}/lookout"));
        using var reply = await ines.GetAsync($"/author/{activity}/lookout/events", HttpCompletionOption.ResponseHeadersRead, Stop);
        Assert.Equal("text/event-stream", reply.Content.Headers.ContentType!.MediaType);
        using var stream = new StreamReader(await reply.Content.ReadAsStreamAsync(Stop));
        async Task<string> NextAsync()
        {
            while (true)
            {
                if ((await stream.ReadLineAsync(Stop))! is { } line && line.StartsWith("data:", StringComparison.Ordinal))
                {
                    return line;
                }
            }
        }

        Assert.Contains("Petra Vogelsang", await NextAsync());
        var attempt = await WorkAsync(await JoinAsync(group, "Nuru"), activity, Essay, "anemometer", handsIn: false);
        var rows = await NextAsync();
        for (var more = 20; more > 0 && !rows.Contains(", 0 open", StringComparison.Ordinal); more--)
        {
            rows = await NextAsync();
        }

        Assert.Contains("1 right, 0 partly right, 0 wrong, 1 to be looked at, 0 open", rows);

        // Only the rows that look different are sent.
        Assert.DoesNotContain("Petra Vogelsang", rows);
        Assert.Contains(Essay, await ReadAsync(ines, $"/author/{activity}/lookout/{attempt}"));
        Assert.Contains("Essay", await ReadAsync(ines, "/lookout"));
        var mireille = await host.TeacherAsync("mireille");
        Assert.Contains(
            "/not-yours",
            (await mireille.GetAsync($"/author/{activity}/lookout/events", Stop)).Headers.Location!.OriginalString
        );
        Assert.Equal(HttpStatusCode.NotFound, (await ines.GetAsync($"/author/garden/lookout/{attempt}", Stop)).StatusCode);
    }
}
