using System.Net;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops.Pages;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.People;

namespace ZestySlate.Web.Tests;

/// <summary>The library and what colleagues share, over the wire.</summary>
public sealed class LibraryTests(SlateHost host)
{
    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    private Task<string> PersonAsync(string first) =>
        host.DbAsync(db => db.Users.Where(person => person.Email!.StartsWith(first)).Select(person => person.Id).SingleAsync(Stop));

    private async Task<string> BuiltAsync(string first, string title, Visibility? published = null)
    {
        var owner = await PersonAsync(first);
        return await host.WithAsync(
            async (ActivityStore store) =>
            {
                var id = (
                    await store.CreateAsync(
                        owner,
                        new Activity
                        {
                            Title = title,
                            Scenes =
                            [
                                new Scene
                                {
                                    Id = "s",
                                    Title = "Cirrus " + title,
                                    Backdrop = new PageBackdrop(RichText.Plain("Read.")),
                                },
                            ],
                        }
                    )
                ).Record.Id;
                if (published is { } visibility)
                {
                    await store.PublishAsync(id, owner);
                    await store.SetVisibilityAsync(id, visibility);
                }

                return id;
            }
        );
    }

    [Fact]
    public async Task Activities_are_found_by_what_is_in_them_moved_binned_and_had_back()
    {
        var id = await BuiltAsync("mireille", "Halos of winter");
        var mireille = await host.TeacherAsync("mireille");
        Assert.Contains("Halos of winter", await mireille.GetStringAsync("/library?words=cirrus+winter", Stop));
        Assert.Contains("Nothing here fits.", await mireille.GetStringAsync("/library?words=cirrus+summer", Stop));
        await mireille.PostFormAsync("/library", "/library?handler=Several", ("act", "move"), ("items", id), ("folder", "Sky/ice"));
        Assert.Contains("Halos of winter", await mireille.GetStringAsync("/library?folder=Sky", Stop));
        var binned = await mireille.PostFormAsync(
            "/library",
            "/library?handler=Several",
            ("act", "bin"),
            ("items", id),
            ("back", "?folder=Sky")
        );
        Assert.Equal($"/library?folder=Sky&binned={id}", binned.Headers.Location!.OriginalString);
        Assert.Contains("1 activity is in the bin.", await mireille.GetStringAsync(binned.Headers.Location, Stop));
        Assert.DoesNotContain("Halos of winter", await mireille.GetStringAsync("/library?words=winter", Stop));
        await mireille.PostFormAsync("/library?shelf=bin", "/library?handler=Undo", ("items", id));
        Assert.Contains("Halos of winter", await mireille.GetStringAsync("/library?words=winter", Stop));
    }

    [Fact]
    public async Task What_narrows_the_list_stands_above_it_and_is_taken_away_one_by_one()
    {
        var tag = Guid.NewGuid().ToString("N")[..8];
        await BuiltAsync("mireille", "Sundogs " + tag);
        var mireille = await host.TeacherAsync("mireille");
        var page = WebUtility.HtmlDecode(await mireille.GetStringAsync($"/library?words={tag}&kind=Picture&state=Draft&age=12", Stop));
        Assert.Contains($"href=\"?age=12&kind=Picture&state=Draft\"><span class=\"sr-only\">Without </span>“{tag}”", page);
        Assert.Contains("More (2)", page);
        Assert.Contains("Without </span>Drafts", page);
        Assert.DoesNotContain("Without </span>", await mireille.GetStringAsync("/library?folder=Sky&order=Title&page=1", Stop));
    }

    [Fact]
    public async Task Lines_or_cards_are_remembered_and_building_something_brings_it_to_the_top()
    {
        var (first, second) = ("Lines " + Guid.NewGuid(), "Lines " + Guid.NewGuid());
        var old = await BuiltAsync("mireille", first);
        await BuiltAsync("mireille", second);
        var mireille = await host.TeacherAsync("mireille");
        Assert.Contains("class=\"cards\"", await mireille.GetStringAsync("/library?words=lines", Stop));
        Assert.DoesNotContain("class=\"cards\"", await mireille.GetStringAsync("/library?words=lines&view=list", Stop));
        Assert.DoesNotContain("class=\"cards\"", await mireille.GetStringAsync("/library?words=lines", Stop));
        Assert.DoesNotContain("class=\"cards\"", await mireille.GetStringAsync("/library?words=lines&view=nonsense", Stop));
        await mireille.GetStringAsync($"/author/{old}", Stop);
        var page = await mireille.GetStringAsync("/library?words=lines&view=cards", Stop);
        Assert.Contains("class=\"cards\"", page);
        Assert.True(page.IndexOf(first, StringComparison.Ordinal) < page.IndexOf(second, StringComparison.Ordinal));
    }

    [Fact]
    public async Task In_the_bin_a_card_offers_nothing_but_to_restore_it()
    {
        var (one, other) = (
            await BuiltAsync("mireille", "Binned " + Guid.NewGuid()),
            await BuiltAsync("mireille", "Binned " + Guid.NewGuid())
        );
        var mireille = await host.TeacherAsync("mireille");
        await mireille.PostFormAsync("/library", "/library?handler=Several", ("act", "bin"), ("items", one), ("items", other));
        var bin = await mireille.GetStringAsync("/library?shelf=bin&words=binned", Stop);
        Assert.DoesNotContain($"/author/{one}/results", bin);
        Assert.Contains($"restored={one}", bin);

        // It restores its own, whatever else is ticked.
        await mireille.PostFormAsync("/library?shelf=bin", $"/library?handler=Undo&restored={one}", ("items", other));
        Assert.DoesNotContain($"restored={one}", await mireille.GetStringAsync("/library?shelf=bin&words=binned", Stop));
        Assert.Contains($"restored={other}", await mireille.GetStringAsync("/library?shelf=bin&words=binned", Stop));
    }

    [Fact]
    public async Task A_start_for_the_school_is_found_where_colleagues_begin_and_begun_by_a_press()
    {
        var title = "Tide start " + Guid.NewGuid().ToString("N")[..6];
        var id = await BuiltAsync("ines", title, Visibility.School);
        var (ines, mireille) = (await host.TeacherAsync("ines"), await host.TeacherAsync("mireille"));
        Task ShareAsync(params string[] ticked) =>
            ines.PostFormAsync(
                $"/author/{id}/publish",
                $"/author/{id}/publish?handler=Share",
                [("visibility", "School"), ("asked", "copying"), .. ticked.Select(one => (one, "true"))]
            );
        Assert.DoesNotContain(title, await mireille.GetStringAsync("/new", Stop));
        await ShareAsync("copying", "start");
        Assert.Contains(title, await mireille.GetStringAsync("/new?words=tide+START", Stop));
        Assert.DoesNotContain(title, await mireille.GetStringAsync("/new?words=volcano", Stop));
        Assert.DoesNotContain(title, await mireille.GetStringAsync("/new?has=Picture", Stop));
        var begun = await mireille.PostFormAsync("/new", $"/library?handler=Copy&of={id}");
        Assert.Matches("^/author/[a-z0-9]+$", begun.Headers.Location!.OriginalString);
        Assert.NotEqual($"/author/{id}", begun.Headers.Location!.OriginalString);

        // Not without the right to copy it, nor once it is taken back, nor from the bin.
        await ShareAsync("start");
        Assert.DoesNotContain(title, await mireille.GetStringAsync("/new", Stop));
        await ShareAsync("copying");
        Assert.DoesNotContain(title, await mireille.GetStringAsync("/new", Stop));
        await ShareAsync("copying", "start");
        Assert.Contains(title, await ines.GetStringAsync("/new", Stop));
        await host.DbAsync(db =>
            db.Activities.Where(a => a.Id == id).ExecuteUpdateAsync(set => set.SetProperty(a => a.BinnedAt, DateTimeOffset.UtcNow), Stop)
        );
        Assert.DoesNotContain(title, await ines.GetStringAsync("/new", Stop));
    }

    [Fact]
    public async Task What_its_owner_lets_nobody_copy_is_read_and_copied_by_nobody_but_colleagues_who_were_let_in()
    {
        var id = await BuiltAsync("ines", "Kept key " + Guid.NewGuid().ToString("N")[..6], Visibility.Link);
        var (ines, mireille) = (await host.TeacherAsync("ines"), await host.TeacherAsync("mireille"));
        Assert.Equal(HttpStatusCode.OK, (await mireille.GetAsync($"/copy/{id}", Stop)).StatusCode);
        await ines.PostFormAsync(
            $"/author/{id}/publish",
            $"/author/{id}/publish?handler=Share",
            ("visibility", "Link"),
            ("asked", "copying")
        );
        foreach (var visibility in new[] { Visibility.Link, Visibility.School, Visibility.Showcase })
        {
            await host.WithAsync(
                async (ActivityStore store) =>
                {
                    await store.SetVisibilityAsync(id, visibility);
                    return 0;
                }
            );
            Assert.Equal("/not-yours", (await mireille.GetAsync($"/copy/{id}", Stop)).Headers.Location!.AbsolutePath);
            Assert.Equal(HttpStatusCode.Redirect, (await mireille.PostFormAsync("/library", $"/library?handler=Copy&of={id}")).StatusCode);
        }

        Assert.DoesNotContain($"of={id}", await mireille.GetStringAsync("/library?shelf=school", Stop));
        var (mine, title) = (
            await PersonAsync("mireille"),
            await host.DbAsync(db => db.Activities.Where(a => a.Id == id).Select(a => a.Title).SingleAsync(Stop))
        );
        Assert.False(await host.DbAsync(db => db.Activities.AnyAsync(a => a.OwnerId == mine && a.Title == title, Stop)));
        await host.DbAsync(async db =>
        {
            db.ActivityColleagues.Add(new ActivityColleague { ActivityId = id, PersonId = mine });
            return await db.SaveChangesAsync(Stop);
        });
        Assert.Equal(HttpStatusCode.OK, (await mireille.GetAsync($"/copy/{id}", Stop)).StatusCode);
    }

    [Theory]
    [InlineData(RevealMoment.AfterLastTry, true)]
    [InlineData(RevealMoment.AfterEnd, false)]
    [InlineData(RevealMoment.Never, false)]
    public async Task A_test_is_not_copied_unless_its_owner_says_so(RevealMoment shown, bool mayBeCopied)
    {
        var owner = await PersonAsync("ines");
        var id = await host.WithAsync(
            async (ActivityStore store) =>
            {
                var rules = new Rules
                {
                    Reveal = new Reveal
                    {
                        RightOrWrong = shown,
                        RightAnswer = shown,
                        Points = shown,
                    },
                };
                var made = await store.CreateAsync(
                    owner,
                    new Activity
                    {
                        Title = "Copied?",
                        Rules = rules,
                        Scenes = [new Scene { Id = "s", Backdrop = new PageBackdrop(RichText.Plain("Read.")) }],
                    }
                );
                await store.PublishAsync(made.Record.Id, owner);
                return made.Record.Id;
            }
        );
        Assert.Equal(
            mayBeCopied,
            await host.DbAsync(db => db.Activities.Where(a => a.Id == id).Select(a => a.MayBeCopied).SingleAsync(Stop))
        );
    }

    [Fact]
    public async Task Nobody_throws_away_what_is_not_theirs()
    {
        var mireille = await host.TeacherAsync("mireille");
        await mireille.PostFormAsync("/library", "/library?handler=Several", ("act", "bin"), ("items", "garden"));
        Assert.Null(await host.DbAsync(db => db.Activities.Where(a => a.Id == "garden").Select(a => a.BinnedAt).SingleAsync(Stop)));
    }

    [Fact]
    public async Task What_is_in_the_bin_opens_for_no_visitor()
    {
        var id = await BuiltAsync("mireille", "Thrown away", Visibility.Link);
        Assert.Equal(HttpStatusCode.OK, (await host.Visitor().GetAsync($"/a/{id}", Stop)).StatusCode);
        var mireille = await host.TeacherAsync("mireille");
        await mireille.PostFormAsync("/library", "/library?handler=Several", ("act", "bin"), ("items", id));
        Assert.Equal(HttpStatusCode.NotFound, (await host.Visitor().GetAsync($"/a/{id}", Stop)).StatusCode);
    }

    [Fact]
    public async Task A_colleague_who_may_edit_builds_and_sees_the_work_and_does_not_say_who_may_open_it()
    {
        var id = await BuiltAsync("ines", "Together", Visibility.Private);
        var (ines, mireille) = (await host.TeacherAsync("ines"), await host.TeacherAsync("mireille"));
        var colleague = await PersonAsync("mireille");
        Assert.Contains("/not-yours", (await mireille.GetAsync($"/author/{id}", Stop)).Headers.Location!.OriginalString);
        await ines.PostFormAsync(
            $"/author/{id}/colleagues",
            $"/author/{id}/colleagues?handler=Right",
            ("person", colleague),
            ("right", "edit")
        );
        Assert.Equal(HttpStatusCode.OK, (await mireille.GetAsync($"/author/{id}", Stop)).StatusCode);
        Assert.Equal(HttpStatusCode.OK, (await mireille.GetAsync($"/author/{id}/results", Stop)).StatusCode);
        Assert.Contains("/not-yours", (await mireille.GetAsync($"/author/{id}/colleagues", Stop)).Headers.Location!.OriginalString);
        await mireille.PostFormAsync($"/author/{id}/publish", $"/author/{id}/publish?handler=Share", ("visibility", "Link"));
        Assert.Equal(
            Visibility.Private,
            await host.DbAsync(db => db.Activities.Where(a => a.Id == id).Select(a => a.Visibility).SingleAsync(Stop))
        );
        Assert.Contains("Together", await mireille.GetStringAsync("/library?shelf=shared", Stop));
        await ines.PostFormAsync(
            $"/author/{id}/colleagues",
            $"/author/{id}/colleagues?handler=Right",
            ("person", colleague),
            ("right", "")
        );
        Assert.Contains("/not-yours", (await mireille.GetAsync($"/author/{id}", Stop)).Headers.Location!.OriginalString);
    }

    [Fact]
    public async Task What_a_colleague_may_do_is_said_on_the_page_that_asked()
    {
        var id = await BuiltAsync("ines", "Said");
        var ines = await host.TeacherAsync("ines");
        ines.DefaultRequestHeaders.Add("HX-Request", "true");
        var given = await ines.PostFormAsync(
            $"/author/{id}/colleagues",
            $"/author/{id}/colleagues?handler=Right",
            ("person", await PersonAsync("mireille")),
            ("right", "edit")
        );
        Assert.Equal(HttpStatusCode.NoContent, given.StatusCode);
        Assert.Contains("may edit it now.", given.Headers.GetValues("HX-Trigger").Single());
        var gone = await ines.PostFormAsync(
            $"/author/{id}/colleagues",
            $"/author/{id}/colleagues?handler=Right",
            ("person", "nobody"),
            ("right", "edit")
        );
        Assert.Equal(HttpStatusCode.UnprocessableEntity, gone.StatusCode);
        Assert.Contains("not in your school any more", await gone.Content.ReadAsStringAsync(Stop));
    }

    [Fact]
    public async Task A_copy_goes_to_a_colleague_by_e_mail_address_and_to_whoever_may_look_by_link()
    {
        var id = await BuiltAsync("ines", "Given away");
        var (ines, mireille) = (await host.TeacherAsync("ines"), await host.TeacherAsync("mireille"));
        var refused = await ines.PostFormAsync(
            $"/author/{id}/colleagues",
            $"/author/{id}/colleagues?handler=Copy",
            ("email", "nobody@gannetpoint.example")
        );
        Assert.Contains(
            "No teacher signs in here as “nobody@gannetpoint.example”",
            WebUtility.HtmlDecode(await refused.Content.ReadAsStringAsync(Stop))
        );
        await ines.PostFormAsync(
            $"/author/{id}/colleagues",
            $"/author/{id}/colleagues?handler=Copy",
            ("email", "mireille.osei@gannetpoint.example")
        );
        Assert.Contains("Given away", await mireille.GetStringAsync("/library?folder=From+Ines+Halloran", Stop));

        Assert.Contains("Round the instrument garden", await mireille.GetStringAsync("/copy/garden", Stop));
        var copied = await mireille.PostFormAsync("/copy/garden", "/copy/garden");
        Assert.Equal(HttpStatusCode.OK, (await mireille.GetAsync(copied.Headers.Location, Stop)).StatusCode);
        Assert.Contains("/not-yours", (await mireille.GetAsync($"/copy/{id}", Stop)).Headers.Location!.OriginalString);
        Assert.Contains(
            "/not-yours",
            (await mireille.PostFormAsync("/library", $"/library?handler=Copy&of={id}")).Headers.Location!.OriginalString
        );
    }

    [Fact]
    public async Task What_is_published_for_the_school_opens_for_its_people_and_is_a_matter_of_codes_for_others()
    {
        var id = await BuiltAsync("ines", "For the school", Visibility.School);
        Assert.Equal(HttpStatusCode.OK, (await (await host.TeacherAsync("tobiah")).GetAsync($"/a/{id}", Stop)).StatusCode);
        Assert.Contains($"then={id}", (await host.Visitor().GetStringAsync($"/a/{id}", Stop)), StringComparison.OrdinalIgnoreCase);
        var learner = host.Visitor();
        await learner.PostFormAsync("/join", "/join", ("Code", "COAST8"), ("Name", "Chiamaka Okwuosa"));
        Assert.Contains("data-events", await learner.GetStringAsync($"/a/{id}", Stop));
    }

    [Fact]
    public async Task A_schools_showcase_lists_its_examples_to_everybody()
    {
        await BuiltAsync("ines", "Shown to all", Visibility.Showcase);
        var school = await host.DbAsync(db =>
            db.Schools.Where(s => s.Name == "Gannet Point Weather School").Select(s => s.Id).SingleAsync(Stop)
        );
        var page = await host.Visitor().GetStringAsync($"/showcase/{school}", Stop);
        Assert.Contains("Shown to all", page);
        Assert.DoesNotContain("Round the instrument garden", page);
        Assert.Equal(HttpStatusCode.NotFound, (await host.Visitor().GetAsync("/showcase/99999", Stop)).StatusCode);
    }

    [Fact]
    public async Task A_teacher_of_another_school_sees_nothing_of_ours()
    {
        var keeper = await host.TeacherAsync("tobiah");
        await keeper.PostFormAsync("/keeper/schools", "/keeper/schools?handler=School", ("name", "Elsewhere Academy"));
        var other = await host.DbAsync(db => db.Schools.Where(s => s.Name == "Elsewhere Academy").Select(s => s.Id).SingleAsync(Stop));
        var invited = await keeper.PostFormAsync(
            "/keeper/schools",
            "/keeper/schools?handler=Teacher",
            ("name", "Bo Lindqvist"),
            ("email", "bo@elsewhere.example"),
            ("school", $"{other}")
        );
        var link = new Uri(SlateHost.Find(await invited.Content.ReadAsStringAsync(Stop), "value=\"([^\"]+/welcome/[^\"]+)\"")).AbsolutePath;
        var bo = host.Visitor();
        var weak = await bo.PostFormAsync(link, link, ("password", "too short"), ("again", "too short"));
        Assert.Contains("at least 10 characters", await weak.Content.ReadAsStringAsync(Stop));
        Assert.Contains(
            "/library",
            (await bo.PostFormAsync(link, link, ("password", SlateHost.Password), ("again", SlateHost.Password)))
                .Headers
                .Location!
                .OriginalString
        );

        var ours = await BuiltAsync("ines", "Ours alone", Visibility.School);
        var boId = await PersonAsync("bo@");
        await host.DbAsync(async db =>
        {
            // As if Bo had been a colleague once.
            db.ActivityColleagues.Add(
                new ActivityColleague
                {
                    ActivityId = ours,
                    PersonId = boId,
                    MayEdit = true,
                }
            );
            return await db.SaveChangesAsync(Stop);
        });
        var group = await host.DbAsync(db => db.Classes.Where(c => c.Code == "COAST8").Select(c => c.Id).SingleAsync(Stop));
        foreach (
            var address in new[]
            {
                $"/author/{ours}",
                $"/author/{ours}/results",
                $"/author/{ours}/answers",
                $"/author/{ours}/lookout",
                $"/author/{ours}/statistics",
                $"/author/{ours}/publish",
                $"/copy/{ours}",
                $"/classes/{group}",
                $"/classes/{group}/gradebook",
            }
        )
        {
            Assert.Contains("/not-yours", (await bo.GetAsync(address, Stop)).Headers.Location!.OriginalString);
        }

        foreach (var shelf in new[] { "", "?shelf=shared", "?shelf=school" })
        {
            Assert.DoesNotContain("Ours alone", await bo.GetStringAsync("/library" + shelf, Stop));
        }

        Assert.DoesNotContain("data-events", await bo.GetStringAsync($"/a/{ours}", Stop));
    }
}
