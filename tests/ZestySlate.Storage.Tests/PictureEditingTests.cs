using SkiaSharp;
using ZestySlate.Core;
using ZestySlate.Storage.Media;

namespace ZestySlate.Storage.Tests;

/// <summary>Changing pictures: what is blurred is gone, what is kept is kept.</summary>
public sealed class PictureEditingTests
{
    /// <summary>A board of black and white fields, two pixels each: nothing has more detail.</summary>
    private static byte[] Board(int width, int height)
    {
        using var bitmap = new SKBitmap(width, height);
        for (var y = 0; y < height; y++)
        {
            for (var x = 0; x < width; x++)
            {
                bitmap.SetPixel(x, y, ((x / 2) + (y / 2)) % 2 == 0 ? SKColors.Black : SKColors.White);
            }
        }

        using var data = bitmap.Encode(SKEncodedImageFormat.Png, 100);
        return data.ToArray();
    }

    private static SKBitmap Changed(int width, int height, PictureChange change) =>
        SKBitmap.Decode(PictureEditing.Apply(Board(width, height), "image/png", change).Value.Content.Bytes);

    /// <summary>The greatest step between neighbours in a box of pixels.</summary>
    private static int Detail(SKBitmap picture, int left, int top, int width, int height) =>
        (
            from y in Enumerable.Range(top, height)
            from x in Enumerable.Range(left, width - 1)
            select Math.Abs(picture.GetPixel(x, y).Red - picture.GetPixel(x + 1, y).Red)
        ).Max();

    [Fact]
    public void Inside_the_region_no_detail_is_left_and_outside_all_of_it()
    {
        using var picture = Changed(400, 200, new PictureChange { Blurs = [new PictureBox(0.25, 0.25, 0.25, 0.5)] });
        Assert.True(Detail(picture, 100, 50, 100, 100) < 30);
        Assert.Equal(255, Detail(picture, 0, 0, 96, 200));
        Assert.Equal(255, Detail(picture, 204, 0, 196, 200));
    }

    /// <summary>A face: light, with two dark eyes and a mouth. Blurred by a box around it, no two places of it differ as they did.</summary>
    [Theory]
    [InlineData(200)]
    [InlineData(1200)]
    public void Nobody_is_recognised_by_their_eyes(int size)
    {
        using var face = new SKBitmap(size, size);
        using (var canvas = new SKCanvas(face))
        {
            canvas.Clear(new SKColor(225, 190, 170));
            using var dark = new SKPaint { Color = new SKColor(25, 20, 20) };
            foreach (
                var (x, y, width, height) in new[]
                {
                    (0.28f, 0.36f, 0.14f, 0.07f),
                    (0.58f, 0.36f, 0.14f, 0.07f),
                    (0.38f, 0.7f, 0.24f, 0.05f),
                }
            )
            {
                canvas.DrawOval(new SKRect(x * size, y * size, (x + width) * size, (y + height) * size), dark);
            }
        }

        using var data = face.Encode(SKEncodedImageFormat.Png, 100);
        using var blurred = SKBitmap.Decode(
            PictureEditing
                .Apply(data.ToArray(), "image/png", new PictureChange { Blurs = [new PictureBox(0, 0, 1, 1)] })
                .Value.Content.Bytes
        );
        byte At(double x, double y) => blurred.GetPixel((int)(x * size), (int)(y * size)).Red;
        Assert.InRange(Math.Abs(At(0.35, 0.395) - At(0.5, 0.395)), 0, 12);
        Assert.InRange(Math.Abs(At(0.65, 0.395) - At(0.5, 0.395)), 0, 12);

        // No detail finer than a quarter of the region is left: within an eighth of it nothing changes by much.
        var most = (
            from i in Enumerable.Range(0, 8)
            from j in Enumerable.Range(0, 7)
            select Math.Abs(At((i + 0.5) / 8, (j + 0.5) / 8) - At((i + 0.5) / 8, (j + 1.49) / 8))
        ).Max();
        Assert.InRange(most, 0, 30);
    }

    [Theory]
    [InlineData(0.9, 0.2)]
    [InlineData(-0.1, 0.2)]
    public void On_a_panorama_a_region_goes_on_across_the_seam(double x, double width)
    {
        using var picture = Changed(400, 200, new PictureChange { Blurs = [new PictureBox(x, 0.4, width, 0.2)], Wraps = true });
        Assert.True(Detail(picture, 362, 82, 38, 36) < 30);
        Assert.True(Detail(picture, 0, 82, 38, 36) < 30);
        Assert.True(Math.Abs(picture.GetPixel(399, 100).Red - picture.GetPixel(0, 100).Red) < 30);
        Assert.Equal(255, Detail(picture, 100, 82, 200, 36));
    }

    [Fact]
    public void On_a_flat_picture_it_stops_at_the_edge()
    {
        using var picture = Changed(400, 200, new PictureChange { Blurs = [new PictureBox(0.9, 0.4, 0.2, 0.2)] });
        Assert.Equal(255, Detail(picture, 0, 82, 38, 36));
    }

    [Theory]
    [InlineData(0, 400, 200)]
    [InlineData(1, 200, 400)]
    [InlineData(-1, 200, 400)]
    [InlineData(2, 400, 200)]
    public void Quarter_turns_exchange_the_sides(int turns, int width, int height)
    {
        using var picture = Changed(400, 200, new PictureChange { QuarterTurns = turns });
        Assert.Equal((width, height), (picture.Width, picture.Height));
    }

    [Fact]
    public void Straightening_leaves_no_empty_corner()
    {
        using var white = new SKBitmap(300, 200);
        white.Erase(SKColors.White);
        using var data = white.Encode(SKEncodedImageFormat.Png, 100);
        using var picture = SKBitmap.Decode(
            PictureEditing.Apply(data.ToArray(), "image/png", new PictureChange { Straighten = 7 }).Value.Content.Bytes
        );
        Assert.All(new[] { (0, 0), (picture.Width - 1, 0), (0, picture.Height - 1), (picture.Width - 1, picture.Height - 1) }, at =>
            Assert.Equal(255, picture.GetPixel(at.Item1, at.Item2).Alpha)
        );
        Assert.InRange((double)picture.Width / picture.Height, 1.48, 1.52);
    }

    [Fact]
    public void Cropping_keeps_the_box_and_resizing_never_makes_larger()
    {
        using var cropped = Changed(400, 200, new PictureChange { Crop = new PictureBox(0.5, 0.5, 0.25, 0.5) });
        Assert.Equal((100, 100), (cropped.Width, cropped.Height));
        using var narrower = Changed(400, 200, new PictureChange { Width = 100 });
        Assert.Equal((100, 50), (narrower.Width, narrower.Height));
        using var wider = Changed(400, 200, new PictureChange { Width = 4000 });
        Assert.Equal(400, wider.Width);
    }

    [Fact]
    public void Too_little_left_and_drawings_are_refused_in_words()
    {
        Assert.Contains(
            "Keep a larger part",
            PictureEditing.Apply(Board(40, 40), "image/png", new PictureChange { Crop = new PictureBox(0.5, 0.5, 0.05, 0.05) }).Refusal
        );
        Assert.Contains(
            "it is a drawing",
            PictureEditing.Apply("<svg/>"u8.ToArray(), "image/svg+xml", new PictureChange { Width = 20 }).Refusal
        );
    }
}
