using System.Net;
using System.Text;
using System.Text.Json;
using ZestySlate.Storage.Media;

namespace ZestySlate.Web.Tests;

/// <summary>Large files in pieces, as the pages send them.</summary>
public sealed class ArrivingTests(SlateHost host)
{
    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    private static readonly byte[] Film = File.ReadAllBytes(Path.Combine(SlateHost.Root(), "demo", "videos", "a-front-passes.webm"));

    private static async Task<HttpResponseMessage> SendAsync(HttpClient teacher, HttpMethod method, string query, HttpContent? body)
    {
        var proof = SlateHost.Find(await teacher.GetStringAsync("/media-library", Stop), "data-proof=\"([^\"]+)\"");
        var request = new HttpRequestMessage(method, "/media-library/arriving" + query) { Content = body };
        request.Headers.Add("X-Slate-Proof", proof);
        return await teacher.SendAsync(request, Stop);
    }

    private static string Query(string name, long bytes, long? at = null) =>
        $"?name={name}&bytes={bytes}&changed=17" + (at is { } from ? $"&at={from}" : "");

    private static Task<HttpResponseMessage> PieceAsync(HttpClient teacher, string name, byte[] all, int at, int length) =>
        SendAsync(teacher, HttpMethod.Put, Query(name, all.Length, at), new ByteArrayContent(all, at, Math.Min(length, all.Length - at)));

    private static Task<HttpResponseMessage> UseAsync(HttpClient teacher, string name, long bytes, string replaces = "") =>
        SendAsync(
            teacher,
            HttpMethod.Post,
            "",
            new FormUrlEncodedContent([
                new("name", name),
                new("bytes", $"{bytes}"),
                new("changed", "17"),
                new("folder", "Films"),
                new("replaces", replaces),
            ])
        );

    private static async Task<long> ThereAsync(HttpResponseMessage reply) =>
        JsonDocument.Parse(await reply.Content.ReadAsStringAsync(Stop)).RootElement.GetProperty("there").GetInt64();

    /// <summary>A film that no other test has.</summary>
    private static byte[] Own(byte mark) => [.. Film, 0xEC, 0x81, mark];

    private static async Task<string> BringAsync(HttpClient teacher, string name, byte[] film)
    {
        await PieceAsync(teacher, name, film, 0, 3_000_000);
        await PieceAsync(teacher, name, film, Math.Min(film.Length, 3_000_000), 3_000_000);
        return await (await UseAsync(teacher, name, film.Length)).Content.ReadAsStringAsync(Stop);
    }

    [Fact]
    public async Task A_video_comes_in_pieces_goes_on_where_it_broke_off_and_is_kept_once()
    {
        var ines = await host.TeacherAsync("ines");
        var film = Own(1);
        Assert.Equal(0, await ThereAsync(await SendAsync(ines, HttpMethod.Get, Query("one.webm", film.Length), null)));
        Assert.Equal(900_000, await ThereAsync(await PieceAsync(ines, "one.webm", film, 0, 900_000)));

        // The reply was lost: the same piece once more is not taken, and it is said how much is there.
        var twice = await PieceAsync(ines, "one.webm", film, 0, 900_000);
        Assert.Equal((HttpStatusCode.Conflict, 900_000), (twice.StatusCode, await ThereAsync(twice)));
        var early = await UseAsync(ines, "one.webm", film.Length);
        Assert.Equal((HttpStatusCode.Conflict, 900_000), (early.StatusCode, await ThereAsync(early)));

        // Nobody else sees how far it is.
        var tobiah = await host.TeacherAsync("tobiah");
        Assert.Equal(0, await ThereAsync(await SendAsync(tobiah, HttpMethod.Get, Query("one.webm", film.Length), null)));

        await PieceAsync(ines, "one.webm", film, 900_000, 4_000_000);
        var used = await UseAsync(ines, "one.webm", film.Length);
        var said = JsonDocument.Parse(await used.Content.ReadAsStringAsync(Stop)).RootElement;
        var item = await host.WithAsync((MediaLibrary library) => library.FindAsync(said.GetProperty("id").GetString()!, "none"));
        Assert.Null(item);
        var page = await ines.GetStringAsync($"/media-library/{said.GetProperty("id").GetString()}", Stop);
        Assert.Contains("Films", page);
        var address = SlateHost.Find(page, "(/media/[0-9a-f]{64})");
        Assert.Equal(film, await ines.GetByteArrayAsync(address, Stop));

        // The reply to this was lost too: asked once more, the same entry is told.
        var again = JsonDocument.Parse(await (await UseAsync(ines, "one.webm", film.Length)).Content.ReadAsStringAsync(Stop));
        Assert.Equal(said.GetProperty("id").GetString(), again.RootElement.GetProperty("id").GetString());
    }

    /// <summary>What cannot be used is told with the first piece, and nothing of it stays.</summary>
    [Theory]
    [InlineData("notes.webm", "just words", 9_000_000, "none of PNG")]
    [InlineData("sound.mp3", "ID3 and so on", (40 * 1024 * 1024) + 1, "a sound may have up to 40 MB")]
    [InlineData("film.webm", "\u001aE\u00df\u00a3", (500 * 1024 * 1024) + 1, "the largest file that is taken here has 500 MB")]
    [InlineData("empty.webm", "", 0, "is empty")]
    [InlineData("empty.webm", "", -5, "is empty")]
    public async Task What_cannot_be_used_is_told_with_the_first_piece(string name, string begins, long bytes, string why)
    {
        var ines = await host.TeacherAsync("ines");
        byte[] first = [.. Encoding.Latin1.GetBytes(begins), .. new byte[5000]];
        var reply = await SendAsync(ines, HttpMethod.Put, Query(name, bytes, 0), new ByteArrayContent(first));
        Assert.Equal(HttpStatusCode.UnprocessableEntity, reply.StatusCode);
        Assert.Contains(why, await reply.Content.ReadAsStringAsync(Stop));
        Assert.Equal(0, await ThereAsync(await SendAsync(ines, HttpMethod.Get, Query(name, bytes), null)));
    }

    [Fact]
    public async Task What_is_given_up_or_turns_out_damaged_leaves_nothing()
    {
        var ines = await host.TeacherAsync("ines");
        await PieceAsync(ines, "up.webm", Film, 0, 100_000);
        await SendAsync(ines, HttpMethod.Delete, Query("up.webm", Film.Length), null);
        Assert.Equal(0, await ThereAsync(await SendAsync(ines, HttpMethod.Get, Query("up.webm", Film.Length), null)));

        var cut = Film[..1_000_000];
        await PieceAsync(ines, "cut.webm", cut, 0, cut.Length);
        var reply = await UseAsync(ines, "cut.webm", cut.Length);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, reply.StatusCode);
        Assert.Contains("“cut.webm” breaks off", await reply.Content.ReadAsStringAsync(Stop));
        Assert.Equal(0, await ThereAsync(await SendAsync(ines, HttpMethod.Get, Query("cut.webm", cut.Length), null)));
    }

    [Fact]
    public async Task A_large_file_takes_the_place_of_one_that_is_there()
    {
        var ines = await host.TeacherAsync("ines");
        var id = JsonDocument.Parse(await BringAsync(ines, "old.webm", Own(2))).RootElement.GetProperty("id").GetString()!;
        var newer = Own(3);
        await PieceAsync(ines, "newer.webm", newer, 0, 4_000_000);
        var reply = await UseAsync(ines, "newer.webm", newer.Length, id);
        Assert.Equal(id, JsonDocument.Parse(await reply.Content.ReadAsStringAsync(Stop)).RootElement.GetProperty("id").GetString());
        var page = await ines.GetStringAsync($"/media-library/{id}", Stop);
        Assert.Equal(newer, await ines.GetByteArrayAsync(SlateHost.Find(page, "(/media/[0-9a-f]{64})"), Stop));
        Assert.Contains("Replaced.", page);

        // Not what is another's, and not with what is of another kind.
        var tobiah = await host.TeacherAsync("tobiah");
        await PieceAsync(tobiah, "mine.webm", newer, 0, 4_000_000);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, (await UseAsync(tobiah, "mine.webm", newer.Length, id)).StatusCode);
        byte[] captions = [.. Encoding.UTF8.GetBytes("WEBVTT\n\n00:01.000 --> 00:02.000\nA"), .. Enumerable.Repeat((byte)' ', 5000)];
        await PieceAsync(ines, "c.vtt", captions, 0, captions.Length);
        Assert.Contains("of another kind", await (await UseAsync(ines, "c.vtt", captions.Length, id)).Content.ReadAsStringAsync(Stop));
    }

    [Fact]
    public async Task Without_the_proof_of_a_page_and_without_a_size_nothing_is_taken()
    {
        var ines = await host.TeacherAsync("ines");
        var bare = await ines.PutAsync("/media-library/arriving" + Query("a.webm", 10, 0), new ByteArrayContent([1]), Stop);
        Assert.Equal(HttpStatusCode.BadRequest, bare.StatusCode);
        var odd = await SendAsync(ines, HttpMethod.Post, "", new FormUrlEncodedContent([new("name", "a.webm")]));
        Assert.Equal(HttpStatusCode.BadRequest, odd.StatusCode);
        var unsaid = await SendAsync(ines, HttpMethod.Put, "?name=a", new ByteArrayContent([1]));
        Assert.Equal(HttpStatusCode.BadRequest, unsaid.StatusCode);
    }

    [Theory]
    [InlineData("exact.mp3", "ID3 and so on", 40 * 1024 * 1024)]
    [InlineData("exact.webm", "\u001aE\u00df\u00a3", 500 * 1024 * 1024)]
    public async Task What_is_exactly_as_large_as_may_be_is_taken(string name, string begins, long bytes)
    {
        var ines = await host.TeacherAsync("ines");
        byte[] first = [.. Encoding.Latin1.GetBytes(begins), .. new byte[5000]];
        var reply = await SendAsync(ines, HttpMethod.Put, Query(name, bytes, 0), new ByteArrayContent(first));
        Assert.Equal(HttpStatusCode.OK, reply.StatusCode);
        await SendAsync(ines, HttpMethod.Delete, Query(name, bytes), null);
    }

    /// <summary>The last step comes three times at once, as from two windows and after a lost reply: one entry, and everybody is told it.</summary>
    [Fact]
    public async Task Put_to_use_several_times_at_once_it_is_one_entry()
    {
        var ines = await host.TeacherAsync("ines");
        var film = Own(9);
        await PieceAsync(ines, "thrice.webm", film, 0, 4_000_000);
        var replies = await Task.WhenAll(Enumerable.Range(0, 3).Select(_ => UseAsync(ines, "thrice.webm", film.Length)));
        Assert.All(replies, reply => Assert.Equal(HttpStatusCode.OK, reply.StatusCode));
        var told = await Task.WhenAll(replies.Select(reply => reply.Content.ReadAsStringAsync(Stop)));
        Assert.Single(told.Distinct());
    }
}
