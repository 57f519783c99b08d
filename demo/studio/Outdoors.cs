namespace ZestySlate.DemoStudio;

/// <summary>Sky, sea and headland as they are seen from the watch house.</summary>
public static class Outdoors
{
    /// <summary>By day: a morning with broken cloud.</summary>
    public static Vec Day(Vec way)
    {
        if (Land(way) is { } land)
        {
            return land;
        }

        if (way.Y < 0)
        {
            return Sea(way, Vec.Colour(0x2f6a86), Vec.Colour(0x9fc6d0), new Vec(-0.5, 0.35, -0.8).Unit, Vec.Colour(0xfff0c8) * 2.5);
        }

        var sun = Math.Max(0, way.Dot(new Vec(-0.5, 0.35, -0.8).Unit));
        var sky = Vec.Mix(Vec.Colour(0xd6e6e6), Vec.Colour(0x5f9cc6), Math.Pow(way.Y, 0.55));
        sky += Vec.Colour(0xfff0c0) * ((Math.Pow(sun, 900) * 20) + (Math.Pow(sun, 12) * 0.5));
        return Clouds(way, sky * 1.5, Vec.Colour(0xffffff) * 1.9, Vec.Colour(0xa9bcc6) * 1.4);
    }

    /// <summary>By night: a moon, stars, a wet glitter on the sea.</summary>
    public static Vec Night(Vec way)
    {
        var moon = new Vec(-0.45, 0.3, -0.84).Unit;
        if (Land(way) is { } land)
        {
            return land * 0.05;
        }

        if (way.Y < 0)
        {
            return Sea(way, Vec.Colour(0x0b1c28), Vec.Colour(0x24404e), moon, Vec.Colour(0xdfe8ee) * 1.2);
        }

        var near = Math.Max(0, way.Dot(moon));
        var sky = Vec.Mix(Vec.Colour(0x233a4c), Vec.Colour(0x070d18), Math.Pow(way.Y, 0.5));
        sky += Vec.Colour(0xcfdce6) * (Math.Pow(near, 60) * 0.25);
        sky += Vec.Colour(0xf4f0dc) * (near > 0.9994 ? 3 : 0);
        var yaw = Math.Atan2(way.X, -way.Z);
        var star = Noise.At(yaw * 150, Math.Asin(way.Y) * 150, 3);
        sky += Vec.Colour(0xffffff) * (star > 0.93 ? (star - 0.93) * 14 : 0);
        return Clouds(way, sky, Vec.Colour(0x3c5262), Vec.Colour(0x111d28));
    }

    private static Vec Clouds(Vec way, Vec sky, Vec bright, Vec dark)
    {
        if (way.Y < 0.02)
        {
            return sky;
        }

        var (u, v) = (way.X / (way.Y + 0.12) * 1.1, way.Z / (way.Y + 0.12) * 1.1);
        var thick = Noise.Layers(u + 3, v, 6);
        var cover = Math.Clamp((thick - 0.5) * 4.5, 0, 1) * Math.Clamp(way.Y * 7, 0, 1);
        return Vec.Mix(sky, Vec.Mix(bright, dark, (thick - 0.55) * 2.6), cover * 0.92);
    }

    private static Vec Sea(Vec way, Vec deep, Vec far, Vec sun, Vec glitter)
    {
        var distance = Math.Min(400, 12 / -way.Y);
        var (x, z) = (way.X * distance, way.Z * distance);
        var wave = Noise.Layers(x * 0.25, z * 0.6, 4);
        var colour = Vec.Mix(deep, far, Math.Pow(1 + way.Y, 9)) * (0.8 + (wave * 0.5));
        var flat = new Vec(sun.X, 0, sun.Z).Unit;
        var along = Math.Max(0, new Vec(way.X, 0, way.Z).Unit.Dot(flat));
        var sparkle =
            Math.Pow(along, 90) * Math.Max(0, Noise.Layers(x * 0.9, z * 2.2, 3) - 0.48) * 9 * Math.Clamp(1.4 - (distance / 160), 0, 1);
        return (colour * 1.25) + (glitter * sparkle);
    }

    /// <summary>The headland to the left and low islands to the right; null where there is none.</summary>
    private static Vec? Land(Vec way)
    {
        var yaw = Math.Atan2(way.X, -way.Z) * 180 / Math.PI;
        var height = Math.Asin(way.Y) * 180 / Math.PI;
        double Hill(double at, double wide, double high) => high * Math.Exp(-Math.Pow((yaw - at) / wide, 2));
        var ridge =
            Hill(-62, 16, 7)
            + Hill(-88, 20, 9)
            + Hill(48, 9, 1.6)
            + Hill(64, 7, 2.2)
            + Hill(130, 30, 8)
            + Hill(175, 22, 11)
            + Hill(-150, 26, 10);
        ridge += (Noise.Layers(yaw * 0.22, 2, 4) - 0.5) * Math.Min(2.5, ridge);
        if (height > ridge || height < -1.6 || ridge < 0.15)
        {
            return null;
        }

        var grass = Vec.Mix(Vec.Colour(0x5d7f45), Vec.Colour(0x86a15c), Noise.Layers(yaw * 0.6, height * 1.4, 4));
        var rock = Vec.Mix(Vec.Colour(0x5b5048), Vec.Colour(0x8b7d6c), Noise.Layers(yaw * 1.3, height * 2.5, 4));
        return Vec.Mix(rock, grass, (height + 0.2) * 1.2) * 0.95;
    }
}
