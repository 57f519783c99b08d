using System.Buffers.Binary;
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
            .. "Exif\0\0"u8,
            .. "MM\0*"u8,
            0,
            0,
            0,
            8,
            0,
            2,
            0x01,
            0x12,
            0,
            3,
            0,
            0,
            0,
            1,
            0,
            6,
            0,
            0,
            0x01,
            0x0E,
            0,
            2,
            0,
            0,
            0,
            12,
            0,
            0,
            0,
            38,
            0,
            0,
            0,
            0,
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
        Assert.Contains("“garden.png” is not a picture that can be used here", refusal);
    }

    [Fact]
    public void A_truncated_picture_is_refused_and_not_half_shown()
    {
        var whole = Picture(300, 300, SKEncodedImageFormat.Jpeg);
        Assert.Contains("cut off or damaged", PictureReader.Read(whole[..(whole.Length / 2)], "half.jpg").Refusal);
    }

    /// <summary>Each pixel is the mean of its square, also at edges where the square is smaller, and nothing is left out.</summary>
    [Theory]
    [InlineData(6001, 3001)]
    [InlineData(4001, 4000)]
    [InlineData(2001, 9001)]
    public void A_large_PNG_is_made_smaller_row_by_row(int width, int height)
    {
        using var bitmap = new SKBitmap(width, height);
        using (var canvas = new SKCanvas(bitmap))
        {
            // Left dark and right light, and a last column and row of their own.
            canvas.Clear(SKColors.White);
            canvas.DrawRect(0, 0, width / 2, height, new SKPaint { Color = SKColors.Black });
            canvas.DrawRect(width - 1, 0, 1, height, new SKPaint { Color = SKColors.Red });
            canvas.DrawRect(0, height - 1, width, 1, new SKPaint { Color = SKColors.Blue });
        }

        using var data = bitmap.Encode(SKEncodedImageFormat.Png, 100);
        var read = PictureReader.Read(data.ToArray(), "large.png", 12_000_000).Value;
        Assert.Equal(((width + 1) / 2, (height + 1) / 2), (read.Width, read.Height));
        using var small = SKBitmap.Decode(read.Content.Bytes);
        Assert.Equal(SKColors.Black, small.GetPixel(3, 3));
        Assert.Equal(SKColors.White, small.GetPixel(small.Width - 3, 3));
        Assert.Equal(width % 2 == 1 ? SKColors.Red : new SKColor(255, 128, 128), small.GetPixel(small.Width - 1, 3));
        Assert.Equal(height % 2 == 1 ? SKColors.Blue : new SKColor(0, 0, 128), small.GetPixel(3, small.Height - 1));

        // As large as is wanted, it stays as it is.
        Assert.Equal(width, PictureReader.Read(data.ToArray(), "large.png").Value.Width);
        Assert.Contains("cut off or damaged", PictureReader.Read(data.ToArray()[..(int)(data.Size / 2)], "half.png", 12_000_000).Refusal);
    }

    [Fact]
    public void What_can_only_be_read_as_a_whole_is_refused_from_a_smaller_size_on()
    {
        var interlaced = Claims(4001, 4000, interlaced: true);
        Assert.Contains("read as a whole", PictureReader.Read(interlaced, "woven.png", 12_000_000).Refusal);
        interlaced = Claims(4000, 4000, interlaced: true);
        Assert.DoesNotContain("read as a whole", PictureReader.Read(interlaced, "woven.png", 12_000_000).Refusal);
        Assert.Contains(
            "read as a whole",
            PictureReader
                .Read(
                    [
                        .. "GIF89a"u8,
                        0xA1,
                        0x0F,
                        0xA0,
                        0x0F,
                        0x80,
                        0,
                        0,
                        0,
                        0,
                        0,
                        255,
                        255,
                        255,
                        0x2C,
                        0,
                        0,
                        0,
                        0,
                        0xA1,
                        0x0F,
                        0xA0,
                        0x0F,
                        0,
                        2,
                        2,
                        0x44,
                        1,
                        0,
                        0x3B,
                    ],
                    "large.gif",
                    12_000_000
                )
                .Refusal
        );
    }

    /// <summary>A PNG whose head claims so many pixels; none of them is there.</summary>
    private static byte[] Claims(int width, int height, bool interlaced = false)
    {
        var png = Picture(8, 8);
        BinaryPrimitives.WriteInt32BigEndian(png.AsSpan(16), width);
        BinaryPrimitives.WriteInt32BigEndian(png.AsSpan(20), height);
        png[28] = interlaced ? (byte)1 : (byte)0;
        BinaryPrimitives.WriteUInt32BigEndian(png.AsSpan(29), Crc(png.AsSpan(12, 17)));
        return png;
    }

    [Fact]
    public void Too_many_pixels_are_refused_with_both_numbers()
    {
        var refusal = PictureReader.Read(Claims(30_000, 30_000), "huge.png").Refusal;
        Assert.Contains("30000 × 30000", refusal);
        Assert.Contains("up to 60 million", refusal);
    }

    [Theory]
    [InlineData(65_536, 1)]
    [InlineData(1, 65_536)]
    public void Too_long_a_side_is_refused_with_both_numbers(int width, int height)
    {
        Assert.Contains(
            $"{width} × {height} pixels; a side may have up to 65535",
            PictureReader.Read(Claims(width, height), "thin.png").Refusal
        );
        Assert.DoesNotContain(
            "a side may",
            PictureReader.Read(Claims(Math.Min(width, 65_535), Math.Min(height, 65_535)), "thin.png").Refusal
        );
    }

    [Fact]
    public void Too_many_bytes_are_refused_with_both_numbers() =>
        Assert.Equal(
            "“big.png” is 26.0 MB; a picture may have up to 25 MB.",
            PictureReader.Read(new byte[26 * 1024 * 1024], "big.png").Refusal
        );

    [Fact]
    public void A_turned_photo_is_set_upright_and_says_no_more_where_it_was_taken()
    {
        var file = Turned(60, 20);
        Assert.Contains("Secret cove", Encoding.Latin1.GetString(file));
        var read = PictureReader.Read(file, "photo.jpg").Value;
        Assert.Equal((20, 60), (read.Width, read.Height));
        Assert.DoesNotContain("Secret cove", Encoding.Latin1.GetString(read.Content.Bytes));
        Assert.DoesNotContain("Exif", Encoding.Latin1.GetString(read.Content.Bytes));
    }

    [Fact]
    public async Task A_picture_is_stored_once_with_narrower_widths()
    {
        var media = Media;
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
        var stored = await Task.WhenAll(
            Enumerable
                .Range(0, 4)
                .Select(async i =>
                {
                    return await Media.StoreAsync(PictureReader.Read(file, "a.png").Value, $"{i}.png", "ines");
                })
        );
        Assert.Single(stored.Distinct());
    }

    [Theory]
    [InlineData("../../../../etc/passwd", null)]
    [InlineData("0000000000000000000000000000000000000000000000000000000000000000", null)]
    [InlineData("0000000000000000000000000000000000000000000000000000000000000000", 481)]
    public async Task What_is_not_stored_is_not_found(string hash, int? width)
    {
        Assert.Null(await Media.FindAsync(hash, width));
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
