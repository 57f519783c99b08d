using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops.Videos;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Classes;
using ZestySlate.Core.Contents.Callouts;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Editions;
using ZestySlate.Core.Locks;
using ZestySlate.Core.Locks.Videos;
using ZestySlate.Core.Questions;

namespace ZestySlate.Core.Tests.Scenes;

/// <summary>A video as a backdrop: what of it is wording, what stops it, where it goes on, when enough is watched.</summary>
public sealed class VideoTests
{
    private static readonly VideoBackdrop Film = new()
    {
        File = new VideoFile { Media = "film" },
        Seconds = 100,
        Width = 1280,
        Height = 720,
        Captions = [new CaptionTrack("en", "words")],
        Poster = new Picture
        {
            Media = "poster",
            Width = 1280,
            Height = 720,
            AlternativeText = "Clouds",
        },
    };

    private static Activity With(params Spot[] spots) => Make.Tour(Make.Scene("v", spots) with { Backdrop = Film });

    private static Spot At(Spot spot, decimal from, decimal? until = null, params Turn[] turns) =>
        spot with
        {
            During = new During(from, until)
            {
                Pauses = true,
                Opens = true,
                Turns = turns.ToValueList(),
            },
        };

    private static Spot Asked(params Turn[] turns) => At(Make.Asked("q", Make.One()), 20, 30, turns);

    private static Response Right => Make.Picked("a");

    private static Response Wrong => Make.Picked("b");

    private static SpotView View(Attempt attempt, string spot) => attempt.View().SpotOf(spot)!;

    [Fact]
    public void Captions_and_poster_are_wording_and_the_video_itself_is_structure()
    {
        var newer = Film with
        {
            Captions = [new CaptionTrack("en", "mended"), new CaptionTrack("de", "worte")],
            Poster = null,
            File = Film.File! with { Credit = "Ines" },
            Skipping = Skipping.Watched,
            Seconds = 90,
        };
        var merged = Merged(newer);
        Assert.Equal((newer.Captions, newer.Poster, newer.File), (merged.Captions, merged.Poster, merged.File));
        Assert.Equal((Skipping.Free, 100m), (merged.Skipping, merged.Seconds));
        Assert.Equal("film", Merged(newer with { File = new VideoFile { Media = "other" } }).File!.Media);
    }

    private static VideoBackdrop Merged(VideoBackdrop newer) =>
        (VideoBackdrop)EditionMerge.WithWording(With(), Make.Tour(Make.Scene("v") with { Backdrop = newer })).Scenes[0].Backdrop;

    [Fact]
    public void A_file_of_the_library_is_replaced_wherever_it_is()
    {
        var swapped = (VideoBackdrop)
            new[] { "film", "words", "poster" }
                .Aggregate(With(), (activity, old) => new ReplaceMedia(old, "new " + old, 9, 8, 7).Apply(activity).Value)
                .Scenes[0]
                .Backdrop;
        Assert.Equal(("new film", "new words", "new poster"), (swapped.File!.Media, swapped.Captions[0].Media, swapped.Poster!.Media));
        Assert.Equal((9, 8, 7m), (swapped.Width, swapped.Height, swapped.Seconds));
        Assert.Equal(["film", "words"], Film.Played);
    }

    [Fact]
    public void A_stop_waits_until_there_is_no_more_to_do()
    {
        var attempt = new Attempt(With(Asked()));
        Assert.True(View(attempt, "q").Waits);
        attempt.Then((id, at) => new Answered("q", Wrong) { Id = id, At = at });
        Assert.False(View(attempt, "q").Waits);
    }

    [Fact]
    public void After_a_wrong_answer_it_turns_back_and_waits_again_until_it_is_right()
    {
        var attempt = new Attempt(With(Asked(new Turn(TurnAfter.Wrong, 5))));
        Assert.Null(View(attempt, "q").TurnsTo);
        attempt.Then((id, at) => new AskedToMark("q", Wrong) { Id = id, At = at });
        Assert.Equal((5m, true), (View(attempt, "q").TurnsTo, View(attempt, "q").Waits));
        attempt.Then((id, at) => new AskedToMark("q", Right) { Id = id, At = at });
        Assert.Equal((null, false), (View(attempt, "q").TurnsTo, View(attempt, "q").Waits));
    }

    [Fact]
    public void Who_has_no_try_left_is_not_led_back_for_ever()
    {
        var one = With(Asked(new Turn(TurnAfter.Wrong, 5))) with { Rules = new Rules { Tries = 1 } };
        var attempt = new Attempt(one).Then((id, at) => new AskedToMark("q", Wrong) { Id = id, At = at });
        Assert.Equal((5m, false), (View(attempt, "q").TurnsTo, View(attempt, "q").Waits));
    }

    [Fact]
    public void The_first_turn_that_fits_counts()
    {
        var attempt = new Attempt(With(Asked(new Turn(TurnAfter.Right, 40), new Turn(TurnAfter.Always, 60))));
        Assert.Equal(60, View(attempt, "q").TurnsTo);
        attempt.Then((id, at) => new AskedToMark("q", Right) { Id = id, At = at });
        Assert.Equal(40, View(attempt, "q").TurnsTo);
    }

    [Fact]
    public void What_is_shown_waits_until_it_was_opened_or_each_time()
    {
        var note = At(Make.Note("n"), 10);
        foreach (var (repeats, waits) in new[] { (false, false), (true, true) })
        {
            var attempt = new Attempt(With(note with { During = note.During! with { Repeats = repeats } }));
            Assert.True(View(attempt, "n").Waits);
            attempt.Then((id, at) => new Opened("n") { Id = id, At = at });
            Assert.Equal(waits, View(attempt, "n").Waits);
        }

        Assert.False(View(new Attempt(With(note with { During = new During(10, 12) })), "n").Waits);
    }

    [Fact]
    public void Once_it_is_handed_in_nothing_stops_for_an_answer()
    {
        var attempt = new Attempt(With(Asked(), At(Make.Note("n"), 50))).HandIn();
        Assert.Equal((false, true), (View(attempt, "q").Waits, View(attempt, "n").Waits));
    }

    [Fact]
    public void On_a_backdrop_without_a_course_in_time_a_spot_is_always_there()
    {
        var picture = Make.Tour(Make.Scene("v", Asked()));
        Assert.NotNull(picture.SpotOf("q")!.During);
        Assert.Null(View(new Attempt(picture), "q").During);
        Assert.False(View(new Attempt(picture), "q").Waits);
    }

    [Theory]
    [InlineData(89.9, false)]
    [InlineData(90, true)]
    public void Enough_is_watched_at_the_share(double seconds, bool completed)
    {
        var activity = With(Make.Note("n")) with { Rules = new Rules { Completion = Completion.Watched } };
        var attempt = new Attempt(activity).Then((id, at) => new Watched("v", 0, (decimal)seconds) { Id = id, At = at });
        Assert.Equal(completed, attempt.State.IsCompleted);
        Assert.Equal((decimal)seconds, attempt.View().Scenes[0].LeftAt);
    }

    [Theory]
    [InlineData(0, false)]
    [InlineData(0.001, true)]
    [InlineData(1, true)]
    [InlineData(1.001, false)]
    public void What_is_to_be_watched_is_some_of_it_and_no_more_than_all(double share, bool can) =>
        Assert.Equal(can, new SetRules(new Rules { WatchedShare = (decimal)share }).Apply(With()).Succeeded);

    [Fact]
    public void More_than_all_is_never_watched_and_the_lookout_says_the_moment()
    {
        var attempt = new Attempt(With(Make.Note("n")));
        Assert.Equal("Room v", LookoutEntry.Of(attempt.State, attempt.State.LastAt).Where);
        attempt.Then((id, at) => new Watched("v", 0, 61.7m) { Id = id, At = at });
        Assert.Equal("Room v, 1:01 (61 % watched)", LookoutEntry.Of(attempt.State, attempt.State.LastAt).Where);
        attempt.Then((id, at) => new Watched("v", 60, 130) { Id = id, At = at });
        Assert.Equal(1, attempt.State.ShareWatched(attempt.State.Scene));
    }

    [Fact]
    public void An_activity_of_one_video_is_a_video() => Assert.Equal(ActivityKind.Video, ActivityKinds.Of(With()));

    [Fact]
    public void Where_one_left_is_the_end_of_what_was_watched_last()
    {
        var attempt = new Attempt(With(Make.Note("n")))
            .Then((id, at) => new Watched("v", 50, 60) { Id = id, At = at })
            .Then((id, at) => new Watched("v", 5, 8) { Id = id, At = at });
        Assert.Equal(8, attempt.State.LeftAt["v"]);
        Assert.Equal(attempt.State.LeftAt["v"], Replay.Run(_ => attempt.State.Activity, [.. attempt.Events]).LeftAt["v"]);
    }

    [Theory]
    [InlineData(99.9, false)]
    [InlineData(100, true)]
    public void What_begins_at_the_end_or_behind_it_never_comes(double from, bool told) =>
        Assert.Equal(told, Says(With(At(Make.Note("n"), (decimal)from)), "never comes"));

    [Fact]
    public void Stops_at_nearly_one_moment_are_told()
    {
        Assert.True(Says(With(At(Make.Note("a"), 10), At(Make.Note("b"), 10.9m)), "nearly one moment"));
        Assert.False(Says(With(At(Make.Note("a"), 10), At(Make.Note("b"), 11)), "nearly one moment"));
        Assert.False(Says(With(At(Make.Note("a"), 10), Make.Note("b") with { During = new During(10, 12) }), "nearly one moment"));
    }

    [Fact]
    public void Who_leads_everybody_back_for_ever_keeps_it_from_being_published()
    {
        var back = At(Make.Note("n"), 10, null, new Turn(TurnAfter.Always, 10));
        Assert.False(Says(With(back), "nobody comes past it"));
        var always = back with { During = back.During! with { Repeats = true } };
        Assert.Contains(ReadyCheck.Run(With(always)), finding => finding.Blocks && finding.Message.Contains("nobody comes past it"));
        Assert.False(Says(With(always with { During = always.During! with { Turns = [new Turn(TurnAfter.Always, 10.1m)] } }), "nobody"));
    }

    [Theory]
    [InlineData(30, 2.0, false)]
    [InlineData(31, 2.0, true)]
    public void What_comes_and_goes_is_there_long_enough_to_be_read(int characters, double seconds, bool told)
    {
        var callout = Make.Note("c") with
        {
            Content = new Callout(new string('a', characters)),
            During = new During(10, 10 + (decimal)seconds),
        };
        Assert.Equal(told, Says(With(callout), "too short to read"));
    }

    [Theory]
    [InlineData(310, false)]
    [InlineData(310.1, true)]
    public void A_long_stretch_without_anything_is_told(double lasts, bool told)
    {
        var film = With(At(Make.Note("n"), 10));
        var long_ = film.WithScene("v", scene => scene with { Backdrop = Film with { Seconds = (decimal)lasts } });
        Assert.Equal(told, Says(long_, "there is nothing to do"));
    }

    [Fact]
    public void Two_at_one_place_are_told_only_when_they_are_there_at_once()
    {
        Spot Here(string id, decimal from, decimal until) =>
            Make.Note(id) with
            {
                Place = new AtPoint(0.5, 0.5),
                During = new During(from, until),
            };
        Assert.False(Says(With(Here("a", 1, 5), Here("b", 5, 9)), "lie on one place"));
        Assert.True(Says(With(Here("a", 1, 5.1m), Here("b", 5, 9)), "lie on one place"));
        Assert.True(Says(Make.Tour(Make.Scene("v", Here("a", 1, 5), Here("b", 5, 9))), "lie on one place"));
    }

    [Fact]
    public void A_turn_leads_to_a_moment_that_can_be()
    {
        Assert.Null(new During(1, 2) { Turns = [new Turn(TurnAfter.Always, During.Longest)] }.Refuse());
        Assert.NotNull(new During(1, 2) { Turns = [new Turn(TurnAfter.Always, During.Longest + 0.001m)] }.Refuse());
        Assert.NotNull(new During(1, 2) { Turns = [new Turn(TurnAfter.Wrong, -0.001m)] }.Refuse());
    }

    [Fact]
    public void Another_turn_reaches_new_attempts_only()
    {
        var (older, newer) = (With(Asked()), With(Asked(new Turn(TurnAfter.Wrong, 5))));
        Assert.NotEmpty(EditionDifference.Between(older, newer).Structure);
        Assert.Empty(EditionMerge.WithWording(older, newer).SpotOf("q")!.During!.Turns);
    }

    private static bool Says(Activity activity, string words) => ReadyCheck.Run(activity).Any(finding => finding.Message.Contains(words));

    /// <summary>An attempt in which a question was answered and marked.</summary>
    private static Attempt Marked(Activity activity, Response response) =>
        new Attempt(activity).Then((id, at) => new AskedToMark("q", response) { Id = id, At = at });

    private static Turn After(TurnAfter after, decimal? to = null, string? option = null, decimal? share = null, string? scene = null) =>
        new(after, to)
        {
            Option = option,
            Share = share,
            Scene = scene,
        };

    /// <summary>The first turn that fits the answer counts; a score counts exactly from its share on.</summary>
    [Theory]
    [InlineData("a", 30)]
    [InlineData("b", 5)]
    [InlineData("a b", 30)]
    [InlineData("b c", 5)]
    [InlineData("c", 7)]
    public void It_goes_on_where_the_chosen_option_leads(string picked, int to)
    {
        var spot = Asked(After(TurnAfter.Chosen, 30, "a"), After(TurnAfter.Chosen, 5, "b"), After(TurnAfter.Wrong, 7));
        var attempt = Marked(With(spot), Make.Picked(picked.Split(' ')[0]));
        if (picked.Contains(' '))
        {
            // Of several the first of the turns counts, not the first that was pressed.
            var several = At(Make.Asked("q", Make.Several("a", "b")), 20, 30, [.. spot.During!.Turns]);
            attempt = Marked(With(several), Make.Picked(picked.Split(' ')));
        }

        Assert.Equal(to, View(attempt, "q").TurnsTo);
    }

    /// <summary>Half of the points: exactly half is enough, a little more is not there.</summary>
    [Theory]
    [InlineData(0.49, 40)]
    [InlineData(0.5, 40)]
    [InlineData(0.51, 5)]
    public void A_score_turns_from_its_share_on_and_not_below_it(double share, int to)
    {
        var half = At(
            Make.Asked("q", Make.Several("a", "b")),
            20,
            30,
            After(TurnAfter.Score, 40, share: (decimal)share),
            After(TurnAfter.Wrong, 5)
        );
        Assert.Equal(to, View(Marked(With(half), Make.Picked("a")), "q").TurnsTo);
    }

    [Fact]
    public void An_answer_leads_to_another_scene_which_is_known_only_then()
    {
        var film = Make.Scene("v", Asked(After(TurnAfter.Right, scene: "after"))) with { Backdrop = Film };
        var tour = Make.Tour(film, Make.Scene("after"));
        var attempt = Marked(tour, Wrong);
        Assert.False(attempt.State.Knows("after"));
        Assert.Null(View(attempt, "q").TurnsToScene);
        attempt = Marked(tour, Right);
        Assert.Equal("after", View(attempt, "q").TurnsToScene);
        Assert.True(attempt.State.Knows("after"));
        Assert.True(Core.Scenes.SceneMap.Of(tour).IsReachable("after"));
        Assert.Contains("after", film.Spots[0].Goals);

        // A scene that is not there any more leads nowhere.
        Assert.Null(View(Marked(Make.Tour(film), Right), "q").TurnsToScene);
    }

    [Fact]
    public void Who_is_led_on_is_not_asked_again()
    {
        SpotView Seen(decimal to) => View(Marked(With(Asked(After(TurnAfter.Wrong, to))), Wrong), "q");
        Assert.True(Seen(20).Waits);
        Assert.False(Seen(20.1m).Waits);
    }

    [Fact]
    public void Turns_have_a_bound_and_shares_of_the_points_are_shares()
    {
        string? Refused(params Turn[] turns) => new During(1, 2) { Turns = turns.ToValueList() }.Refuse();
        Assert.Null(Refused([.. Enumerable.Repeat(After(TurnAfter.Right, 1), During.MostTurns)]));
        Assert.NotNull(Refused([.. Enumerable.Repeat(After(TurnAfter.Right, 1), During.MostTurns + 1)]));
        Assert.Null(Refused(After(TurnAfter.Score, 1, share: 1)));
        Assert.NotNull(Refused(After(TurnAfter.Score, 1, share: 1.01m)));
        Assert.NotNull(Refused(After(TurnAfter.Score, 1, share: -0.01m)));
    }

    /// <summary>A video of all directions: twice as wide as high, exactly; what takes its place and is not is shown flat.</summary>
    [Fact]
    public void Only_what_is_twice_as_wide_as_high_is_looked_round_in()
    {
        var round = Film with { Width = 2048, Height = 1024, Round = true };
        Assert.Null(round.Refuse());
        Assert.NotNull((round with { Height = 1050 }).Refuse());
        Assert.Equal(Core.Backdrops.Stand.Sphere, round.Stand);
        Assert.True(round.With(Film.File!, 10, 1920, 960).Round);
        Assert.False(round.With(Film.File!, 10, 1920, 1080).Round);

        // The places of spots go with it, and come back.
        var tour = Make.Tour(
            Make.Scene("v", At(Make.Asked("q", Make.One()), 1)) with
            {
                Backdrop = Film with { Width = 2048, Height = 1024 },
            }
        );
        var turned = new SetBackdrop("v", round).Apply(tour).Value;
        Assert.IsType<AtDirection>(turned.Scenes[0].Spots[0].Place);
        var back = new SetBackdrop("v", round with { Round = false }).Apply(turned).Value;
        Assert.IsType<AtPoint>(back.Scenes[0].Spots[0].Place);
        Assert.Equal(90, ((VideoBackdrop)round.OpeningTo(new Core.Scenes.Direction(90, 0))).Opening.Yaw);
    }

    private static Attempt Watched(Activity activity, params (decimal From, decimal To)[] parts)
    {
        var attempt = new Attempt(activity);
        foreach (var (from, to) in parts)
        {
            attempt.Then((id, at) => new Watched("v", from, to) { Id = id, At = at });
        }

        return attempt;
    }

    /// <summary>A lock opens when enough of a video was watched, whatever was watched twice; of 100 seconds, 90 are 90 %.</summary>
    [Fact]
    public void A_lock_opens_at_the_share_that_must_be_watched_and_not_before()
    {
        var locked = With(Make.Clue("box", Make.By(new WatchedKey("v"))));
        bool IsOpen(params (decimal, decimal)[] parts) => Watched(locked, parts).View().SpotOf("box")!.Lock is null;
        Assert.False(IsOpen((0, 89.9m)));
        Assert.True(IsOpen((0, 90)));
        Assert.False(IsOpen((0, 50), (0, 50)));
        Assert.True(IsOpen((50, 95), (0, 50)));
        var near = Watched(locked, (0, 89.9m)).View().SpotOf("box")!.Lock!;
        Assert.Equal([new Nearness("watchedSoFar", 89, 90)], near.Nearness);
    }

    [Fact]
    public void A_video_of_unknown_length_opens_nothing_and_the_check_says_so()
    {
        var locked = Make.Tour(
            Make.Scene("v", Make.Clue("box", Make.By(new WatchedKey("v")))) with
            {
                Backdrop = Film with { Seconds = 0 },
            }
        );
        Assert.NotNull(Watched(locked, (0, 500)).View().SpotOf("box")!.Lock);
        Assert.True(Says(locked, "it is not known how long the video"));
        bool MayBe(decimal share) => new SetLock("box", Make.By(new WatchedKey("v", share))).Apply(locked).Succeeded;
        Assert.Equal((false, true, true, false), (MayBe(0), MayBe(0.01m), MayBe(1), MayBe(1.01m)));
    }

    [Fact]
    public void Chapters_are_in_order_inside_of_the_video_and_wording()
    {
        Assert.Null((Film with { Chapters = [new Chapter(0, "One"), new Chapter(50, "Two")] }).Refuse());
        Assert.NotNull((Film with { Chapters = [new Chapter(50, "Two"), new Chapter(50, "One")] }).Refuse());
        Assert.NotNull((Film with { Chapters = [new Chapter(-1, "One")] }).Refuse());
        Assert.NotNull(
            (Film with { Chapters = [.. Enumerable.Range(0, VideoBackdrop.MostChapters + 1).Select(i => new Chapter(i, "x"))] }).Refuse()
        );
        Assert.Single(Merged(Film with { Chapters = [new Chapter(0, "One")] }).Chapters);
    }

    private static readonly HostedVideo Elsewhere = new("https://films.example/one", "https://films.example/player/one");

    [Fact]
    public void A_video_lies_in_the_library_or_elsewhere_and_never_both()
    {
        var hosted = Film.With(Elsewhere, 0, 640, 360);
        Assert.Null(hosted.File);
        Assert.True(hosted.HasContent);
        Assert.Equal("films.example", hosted.Hosted!.Host);
        Assert.Contains(hosted.Sources, source => source.What == "Video");
        var back = hosted.With(Film.File!, 10, 640, 360);
        Assert.Null(back.Hosted);
        Assert.NotNull((hosted with { Hosted = Elsewhere with { Address = "javascript:alert(1)" } }).Refuse());
        Assert.NotNull((hosted with { Hosted = Elsewhere with { Player = "data:text/html,x" } }).Refuse());
        Assert.Null((hosted with { Hosted = Elsewhere with { Player = null } }).Refuse());
    }

    /// <summary>What a player finds out is taken where nothing was known, and never over what is known.</summary>
    [Fact]
    public void What_its_player_finds_out_fills_what_was_not_known()
    {
        var unknown = Film.With(Elsewhere, 0, 0, 0);
        var found = unknown.Found(77.0904m, 854, 480);
        Assert.Equal((77.09m, 854, 480), (found.Seconds, found.Width, found.Height));
        Assert.Equal(found, found.Found(5, 1, 1));
        Assert.Equal(During.Longest, unknown.Found(1_000_000, 0, 0).Seconds);
    }

    [Fact]
    public void Another_address_is_structure_and_whom_to_name_is_wording()
    {
        var older = Make.Tour(Make.Scene("v") with { Backdrop = Film.With(Elsewhere, 10, 640, 360) });
        VideoBackdrop With(HostedVideo newer) =>
            (VideoBackdrop)
                EditionMerge
                    .WithWording(older, Make.Tour(Make.Scene("v") with { Backdrop = Film.With(newer, 10, 640, 360) }))
                    .Scenes[0]
                    .Backdrop;
        Assert.Equal("Ines", With(Elsewhere with { Credit = "Ines" }).Hosted!.Credit);
        Assert.Equal(Elsewhere, With(Elsewhere with { Address = "https://films.example/two" }).Hosted);
    }

    private static bool SaysOfWords(decimal stop, string words) =>
        ReadyCheck
            .Run(With(At(Make.Note("n"), stop)), file =>
                file == "words" ? [new Core.Captions.Sentence(10, 20, "A front comes."), new(20, 30, "Then it rains.")] : null
            )
            .Any(finding => finding.Message.Contains(words));

    /// <summary>A quarter of a second is no matter: at it nothing is said, behind it the sentence and its end are named.</summary>
    [Theory]
    [InlineData(20, false)]
    [InlineData(20.25, false)]
    [InlineData(20.26, true)]
    [InlineData(29.74, true)]
    [InlineData(29.75, false)]
    [InlineData(31, false)]
    public void A_stop_in_the_middle_of_a_sentence_is_told(double stop, bool told)
    {
        Assert.Equal(told, SaysOfWords((decimal)stop, "in the middle of a sentence, “Then it rains.”, which ends at 0:30"));
        Assert.Equal(told, SaysOfWords((decimal)stop, "in the middle of a sentence"));
    }

    /// <summary>An end that is reckoned by characters may be off by a second, to both sides.</summary>
    [Theory]
    [InlineData(18.9, "A front comes.")]
    [InlineData(19, null)]
    [InlineData(21, null)]
    [InlineData(21.1, "Then it rains.")]
    public void Near_an_end_that_is_reckoned_no_stop_is_told_off(double stop, string? sentence)
    {
        var cut = ReadyCheck
            .Run(With(At(Make.Note("n"), (decimal)stop)), _ =>
                [new Core.Captions.Sentence(10, 20, "A front comes.") { EndReckoned = true }, new(20, 30, "Then it rains.")]
            )
            .FirstOrDefault(finding => finding.Message.Contains("in the middle of a sentence"));
        Assert.Equal(sentence is not null, cut is not null);
        Assert.Contains(sentence ?? "", cut?.Message ?? "");
    }

    [Theory]
    [InlineData(29.9, true)]
    [InlineData(30, false)]
    public void Four_stops_in_half_a_minute_are_much(double last, bool told)
    {
        var stops = new[] { 0, 10, 20, (decimal)last }.Select((from, i) => At(Make.Note($"n{i}"), from)).ToArray();
        Assert.Equal(told, Says(With(stops), "the video stops 4 times"));
    }

    [Fact]
    public void A_jump_into_a_scene_that_was_deleted_keeps_it_from_being_published() =>
        Assert.Contains(ReadyCheck.Run(With(Asked(After(TurnAfter.Wrong, scene: "gone")))), finding =>
            finding.Blocks && finding.Message.Contains("leads to a scene that is not there any more")
        );

    [Fact]
    public void Questions_of_one_name_are_told_and_others_are_not()
    {
        Assert.True(Says(With(Make.Asked("q", Make.One()), Make.Asked("r", Make.One())), "2 questions are called"));
        Assert.False(
            Says(With(Make.Asked("q", Make.One()), Make.Asked("r", Make.One()) with { Name = "Another" }), "questions are called")
        );
        Assert.False(Says(With(Make.Asked("q", Make.One())), "questions are called"));
    }
}
