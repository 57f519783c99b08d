using System.Text;
using SkiaSharp;
using ZestySlate.Storage.Media;

namespace ZestySlate.Storage.Tests;

public sealed class MediaTests : TestDatabase
{
    private static byte[] Picture(int width, int height, SKEncodedImageFormat format = SKEncodedImageFormat.Png)
    {
        using var bitmap = new SKBitmap(width, height);
        bitmap.Erase(SKColors.SeaGreen);
        bitmap.SetPixel(0, 0, SKColors.Red);
        using var data = bitmap.Encode(format, 95);
        return data.ToArray();
    }

    /// <summary>A JPEG with an Exif block that says "turned by a quarter" and where it was taken.</summary>
    private static byte[] Turned(int width, int height)
    {
        var jpeg = Picture(width, height, SKEncodedImageFormat.Jpeg);
        byte[] exif =
        [
            .. "Exif\0\0"u8, .. "MM\0*"u8, 0, 0, 0, 8, 0, 2,
            0x01, 0x12, 0, 3, 0, 0, 0, 1, 0, 6, 0, 0,
            0x01, 0x0E, 0, 2, 0, 0, 0, 12, 0, 0, 0, 38, 0, 0, 0, 0,
            .. "Secret cove\0"u8,
        ];
        return [0xFF, 0xD8, 0xFF, 0xE1, (byte)((exif.Length + 2) >> 8), (byte)(exif.Length + 2), .. exif, .. jpeg.AsSpan(2)];
    }

    [Theory]
    [InlineData(SKEncodedImageFormat.Png, "image/png")]
    [InlineData(SKEncodedImageFormat.Jpeg, "image/jpeg")]
    [InlineData(SKEncodedImageFormat.Webp, "image/webp")]
    public void The_kind_is_known_by_content_whatever_the_name(SKEncodedImageFormat format, string type)
    {
        var read = PictureReader.Read(Picture(40, 30, format), "holiday.exe").Value;
        Assert.Equal((type, 40, 30), (read.ContentType, read.Width, read.Height));
    }

    [Fact]
    public void A_file_that_lies_about_its_kind_is_refused_by_name()
    {
        var refusal = PictureReader.Read(Encoding.UTF8.GetBytes("<svg><script>alert(1)</script></svg>"), "garden.png").Refusal;
        Assert.Contains("«garden.png» is not a picture that can be used here", refusal);
    }

    [Fact]
    public void A_truncated_picture_is_refused_and_not_half_shown()
    {
        var whole = Picture(300, 300, SKEncodedImageFormat.Jpeg);
        Assert.Contains("cut off or damaged", PictureReader.Read(whole[..(whole.Length / 2)], "half.jpg").Refusal);
    }

    [Fact]
    public void Too_many_pixels_are_refused_with_both_numbers()
    {
        // A PNG whose head claims 30,000 × 30,000 pixels; none of them has to be there.
        var png = Picture(8, 8);
        foreach (var at in new[] { 16, 20 })
        {
            (png[at], png[at + 1], png[at + 2], png[at + 3]) = (0, 0, 0x75, 0x30);
        }

        var crc = Crc(png.AsSpan(12, 17));
        (png[29], png[30], png[31], png[32]) = ((byte)(crc >> 24), (byte)(crc >> 16), (byte)(crc >> 8), (byte)crc);
        var refusal = PictureReader.Read(png, "huge.png").Refusal;
        Assert.Contains("30000 × 30000", refusal);
        Assert.Contains("up to 60 million", refusal);
    }

    [Fact]
    public void Too_many_bytes_are_refused_with_both_numbers() =>
        Assert.Equal("«big.png» is 26.0 MB; a picture may have up to 25 MB.", PictureReader.Read(new byte[26 * 1024 * 1024], "big.png").Refusal);

    [Fact]
    public void A_turned_photo_is_set_upright_and_says_no_more_where_it_was_taken()
    {
        var file = Turned(60, 20);
        Assert.Contains("Secret cove", Encoding.Latin1.GetString(file));
        var read = PictureReader.Read(file, "photo.jpg").Value;
        Assert.Equal((20, 60), (read.Width, read.Height));
        Assert.DoesNotContain("Secret cove", Encoding.Latin1.GetString(read.Bytes));
        Assert.DoesNotContain("Exif", Encoding.Latin1.GetString(read.Bytes));
    }

    [Fact]
    public async Task A_picture_is_stored_once_with_narrower_widths()
    {
        await using var db = NewDb();
        var media = Media(db);
        var first = await media.StoreAsync(PictureReader.Read(Picture(1000, 500), "a.png").Value, "a.png", "ines");
        var second = await media.StoreAsync(PictureReader.Read(Picture(1000, 500), "b.png").Value, "b.png", "tobiah");
        Assert.Equal(first, second);
        var narrow = (await media.FindAsync(first, 480))!.Value;
        Assert.Equal("image/webp", narrow.ContentType);
        using var shown = SKBitmap.Decode(await File.ReadAllBytesAsync(narrow.Path, TestContext.Current.CancellationToken));
        Assert.Equal((480, 240), (shown.Width, shown.Height));
        Assert.Equal("image/png", (await media.FindAsync(first, 1600))!.Value.ContentType);
    }

    [Fact]
    public async Task The_same_picture_stored_by_several_at_once_is_stored_once()
    {
        var file = Picture(700, 300);
        var stored = await Task.WhenAll(Enumerable.Range(0, 4).Select(async i =>
        {
            await using var db = NewDb();
            return await Media(db).StoreAsync(PictureReader.Read(file, "a.png").Value, $"{i}.png", "ines");
        }));
        Assert.Single(stored.Distinct());
    }

    [Theory]
    [InlineData("../../../../etc/passwd", null)]
    [InlineData("0000000000000000000000000000000000000000000000000000000000000000", null)]
    [InlineData("0000000000000000000000000000000000000000000000000000000000000000", 481)]
    public async Task What_is_not_stored_is_not_found(string hash, int? width)
    {
        await using var db = NewDb();
        Assert.Null(await Media(db).FindAsync(hash, width));
    }

    private static uint Crc(ReadOnlySpan<byte> bytes)
    {
        var crc = 0xFFFFFFFFu;
        foreach (var value in bytes)
        {
            crc ^= value;
            for (var i = 0; i < 8; i++)
            {
                crc = (crc & 1) != 0 ? (crc >> 1) ^ 0xEDB88320u : crc >> 1;
            }
        }

        return ~crc;
    }
}
