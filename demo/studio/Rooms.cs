namespace ZestySlate.DemoStudio;

/// <summary>The three rooms of the watch house, by day and by night.</summary>
public static class Rooms
{
    private static readonly Vec White = new(1, 1, 1);

    /// <summary>The watch room: windows over the sea, the desk under them, the chart on the right, the stair behind.</summary>
    public static Set WatchRoom(bool night)
    {
        var wood = Planks(Vec.Colour(0x9a6b3f), 0.16, 'x');
        var dark = Solid(0x4a3322, 0.12);
        var brass = Solid(0xb58a3c, 0.2);
        var slate = Solid(0x22323c, 0.05);
        bool Window(Vec p, Vec n) =>
            n.Z > 0.5 && p.Y is > 1.05 and < 2.55 && Math.Abs(p.X) < 3.6 && Pane(p.X, 1.2)
            || n.X > 0.5 && p.Y is > 1.05 and < 2.4 && p.Z is > -2.4 and < -0.4 && Pane(p.Z + 1.4, 1.0);
        var room = new Room(new Vec(-4, 0, -3), new Vec(4, 3.1, 3), Window, (p, n) => n.Y > 0.5
                ? (Planked(p, Vec.Colour(0x8b6140), 0.18, p.X, p.Z), 0)
            : n.Y < -0.5 ? (Beamed(p), 0)
            : p.Y < 0.95 ? (Planked(p, Vec.Colour(0x56727a), 0.14, p.Y * 0.2, Math.Abs(n.X) > 0.5 ? p.Z : p.X), 0)
            : (Plaster(p, p.Y < 1.0 ? Vec.Colour(0x3d2b1d) : Vec.Colour(0xe6dcc4)), 0));
        var things = new List<Thing> { room };
        Frame(things, dark);

        // The desk with what stands on it.
        things.Add(new Block(new(-2.9, 0.74, -2.9), new(2.4, 0.8, -2.0), wood));
        foreach (var x in new[] { -2.8, -0.9, 1.1, 2.3 })
        {
            things.Add(new Block(new(x - 0.05, 0, -2.8), new(x + 0.05, 0.74, -2.1), dark));
        }

        things.Add(new Block(new(-2.75, 0.2, -2.75), new(-1.0, 0.74, -2.12), Drawers()));
        things.Add(new Block(new(-2.5, 0.8, -2.75), new(-1.7, 1.14, -2.35), Radio(night)));
        things.Add(
            new Block(
                new(-1.35, 0.8, -2.5),
                new(-0.75, 0.83, -2.1),
                (p, n) => (Vec.Colour(n.Y > 0.5 && Math.Abs(p.X + 1.05) > 0.015 ? 0xf3ead2u : 0x7c2b2bu), 0),
                12
            )
        );
        things.Add(new Column(-0.2, -2.55, 0.8, 0.84, 0.14, brass));
        things.Add(new Column(-0.2, -2.55, 0.84, 1.25, 0.018, brass));
        things.Add(
            new Ball(new(-0.2, 1.28, -2.52), new(0.17, 0.09, 0.17), Glowing(0x2c6417, 0xf8e3a0, night ? 4 : 0.4)) { NoShadow = true }
        );
        things.Add(new Column(0.55, -2.45, 0.8, 0.92, 0.05, Solid(0xe8e2d0, 0)));
        things.Add(new Block(new(0.95, 0.8, -2.7), new(1.35, 1.02, -2.35), slate, -14));
        things.Add(new Ball(new(1.9, 0.96, -2.45), new(0.16, 0.16, 0.16), Globe()));

        // Chair, rug, stove.
        things.Add(new Block(new(-0.5, 0.44, -1.55), new(0.1, 0.5, -0.95), Solid(0x7c2b2b, 0.05), 20));
        things.Add(new Block(new(-0.52, 0.5, -0.99), new(0.12, 1.05, -0.92), dark, 20));
        things.Add(new Column(-0.2, -1.25, 0, 0.44, 0.05, dark));
        things.Add(new Column(-0.2, -1.25, 0, 0.03, 0.3, dark));
        things.Add(new Block(new(-1.5, 0.002, -0.6), new(1.9, 0.012, 1.7), Rug()));
        things.Add(new Column(-3.3, 2.2, 0.1, 1.0, 0.34, Solid(0x23282b, 0.3)));
        things.Add(new Column(-3.3, 2.2, 1.0, 3.1, 0.08, Solid(0x23282b, 0.2)));
        things.Add(
            new Block(new(-3.2, 0.35, 1.84), new(-3.0, 0.6, 1.88), Glowing(0x3a1208, 0xff8c32, night ? 3 : 0.8)) { NoShadow = true }
        );

        // Right: the chart and the door to the boathouse. Left: clock, oilskins, cabinet. Behind: shelves and the stair.
        things.Add(new Block(new(3.93, 0.98, 0.0), new(3.99, 2.22, 1.92), dark));
        things.Add(new Hanging(new(3.92, 1.6, 0.96), new(0, 0, 1), 1.8, 1.12, Textures.Chart(1200)));
        things.Add(new Block(new(3.9, 0, -2.2), new(4, 2.1, -1.1), Door(0x2c5a4c)));
        things.Add(new Hanging(new(-3.95, 2.25, 0.2), new(0, 0, -1), 0.6, 0.6, Textures.Dial("08:50", 300, 12, 265)));
        things.Add(new Hanging(new(-3.95, 1.55, -0.02), new(0, 0, -1), 0.42, 0.42, Textures.Dial("1012 hPa", 35, 24)));
        things.Add(new Block(new(-4, 0, 0.7), new(-3.5, 1.15, 1.5), Cabinet()));
        foreach (var (z, coat) in new[] { (-1.0, 0xd8b32cu), (-0.6, 0xcaa31fu) })
        {
            things.Add(new Ball(new(-3.86, 1.35, z + 0.2), new(0.1, 0.55, 0.17), Solid(coat, 0.1)));
        }

        things.Add(new Block(new(-2.4, 0, 2.62), new(-0.4, 2.2, 3), Shelves()));
        Stair(things, wood, dark);
        things.Add(
            new Ball(new(1.9, 2.62, -1.1), new(0.15, 0.1, 0.15), Glowing(0xe8d9a8, 0xfff0c0, night ? 2.2 : 0.5)) { NoShadow = true }
        );
        things.Add(new Column(1.9, -1.1, 2.7, 3.1, 0.012, dark));

        return new Set(
            night ? "watch-room-night" : "watch-room",
            new Vec(0.2, 1.55, 0.1),
            things,
            night
                ?
                [
                    new Lamp(new(1.9, 2.45, -1.1), Vec.Colour(0xffe2ae), 3.6),
                    new Lamp(new(-0.2, 1.15, -2.45), Vec.Colour(0xffd99a), 0.9),
                    new Lamp(new(-3.0, 0.5, 1.6), Vec.Colour(0xff9a4a), 0.7),
                ]
                :
                [
                    new Lamp(new(-0.6, 2.1, -3.6), Vec.Colour(0xfff3d8), 9),
                    new Lamp(new(2.4, 2.1, -3.6), Vec.Colour(0xe4f0f8), 5),
                    new Lamp(new(-4.5, 2, -1.4), Vec.Colour(0xe4f0f8), 4),
                    new Lamp(new(1.9, 2.45, -1.1), Vec.Colour(0xfff0d0), 1.2),
                ],
            night ? Outdoors.Night : Outdoors.Day,
            night ? new Vec(0.06, 0.07, 0.1) : new Vec(0.3, 0.32, 0.34)
        );
    }

    /// <summary>The lamp gallery: glass all round, the great lens behind.</summary>
    public static Set LampGallery(bool night)
    {
        var iron = Solid(0x2e3a40, 0.15);
        var red = Solid(0x8c2f2f, 0.1);
        var glass = Solid(0xbfe0d8, 0.4);
        var things = new List<Thing>
        {
            new Column(0, 0, -0.1, 0, 3.2, (p, _) => (Plates(p), 0)),
            new Column(0, 0, 3.05, 3.2, 3.3, (p, _) => (Vec.Colour(0x6e2a2a) * (0.8 + (0.2 * Math.Cos(Math.Atan2(p.X, p.Z) * 24))), 0)),
        };
        for (var i = 0; i < 16; i++)
        {
            var (sin, cos) = Math.SinCos((i + 0.5) * Math.PI / 8);
            things.Add(new Column(sin * 3, -cos * 3, 0, 3.1, 0.045, iron));
        }

        for (var i = 0; i < 64; i++)
        {
            var (a, b) = ((i - 0.5) * Math.PI / 32, (i + 0.5) * Math.PI / 32);
            var (x, z) = (Math.Sin((a + b) / 2) * 3, -Math.Cos((a + b) / 2) * 3);
            var turn = -(a + b) / 2 * 180 / Math.PI;
            things.Add(new Block(new(x - 0.16, 0.0, z - 0.05), new(x + 0.16, 0.55, z + 0.05), red, turn));
            things.Add(new Block(new(x - 0.16, 1.02, z - 0.025), new(x + 0.16, 1.07, z + 0.025), iron, turn));
            things.Add(new Block(new(x - 0.16, 2.2, z - 0.02), new(x + 0.16, 2.24, z + 0.02), iron, turn));
        }

        // The lens on its pillar behind where one stands; the switch box beside it.
        things.Add(new Column(0, 1.7, 0, 0.75, 0.5, iron));
        things.Add(new Column(0, 1.7, 0.75, 0.85, 0.62, Solid(0xb58a3c, 0.25)));
        for (var ring = 0; ring < 9; ring++)
        {
            var y = 0.98 + (ring * 0.17);
            var wide = 0.62 * Math.Sqrt(1 - Math.Pow((ring - 4) / 5.2, 2));
            things.Add(
                new Column(0, 1.7, y - 0.055, y + 0.055, wide, (p, n) =>
                    (Vec.Colour(0xcfe9df) * (0.55 + (0.45 * Math.Abs(Math.Sin(p.Y * 70)))), night ? 1.6 : 0.35)
                )
            );
        }

        things.Add(new Column(0, 1.7, 2.45, 2.55, 0.5, Solid(0xb58a3c, 0.25)));
        things.Add(new Block(new(1.25, 0, 1.5), new(1.75, 1.25, 1.8), Cabinet(), -35));
        things.Add(new Block(new(-1.9, 0, 1.35), new(-1.35, 0.5, 1.9), Solid(0x7a5a34, 0.05), 30));
        things.Add(new Column(-1.6, 1.6, 0.5, 0.68, 0.16, glass));
        things.Add(new Column(-2.2, -1.2, 0, 1.15, 0.03, iron));
        things.Add(new Block(new(-2.45, 1.12, -1.4), new(-1.95, 1.3, -1.1), Solid(0xb58a3c, 0.25), 40));
        things.Add(new Column(2.0, -1.4, 0, 0.02, 0.42, Solid(0x1c1c1c, 0)));

        return new Set(
            night ? "lamp-gallery-night" : "lamp-gallery",
            new Vec(0, 1.6, -0.1),
            things,
            night
                ? [new Lamp(new(0, 1.7, 0.95), Vec.Colour(0xffe9b8), 2.6), new Lamp(new(0, 2.9, 0), Vec.Colour(0xbcd0dc), 0.5)]
                : [new Lamp(new(-2.2, 2.8, -2.6), Vec.Colour(0xfff3d8), 7), new Lamp(new(2.6, 2.6, 1.5), Vec.Colour(0xdcecf6), 4)],
            night ? Outdoors.Night : Outdoors.Day,
            night ? new Vec(0.05, 0.06, 0.09) : new Vec(0.42, 0.44, 0.46)
        );
    }

    /// <summary>The boathouse: open doors to the slip, the boat on its cradle, the bench.</summary>
    public static Set Boathouse(bool night)
    {
        var beam = Solid(0x5a4128, 0.06);
        var rope = Solid(0xc8b48a, 0.02);
        bool Opening(Vec p, Vec n) =>
            n.Z > 0.5 && Math.Abs(p.X) < 2.2 && p.Y < 2.7 || n.X < -0.5 && p.Y is > 1.2 and < 2.1 && p.Z is > -0.6 and < 0.8;
        var things = new List<Thing> { new Room(new Vec(-4.2, 0, -4), new Vec(4.2, 3.6, 4), Opening, (p, n) => n.Y > 0.5
                    ? (Stones(p), 0)
                    : (
                        Planked(
                            p,
                            n.Y < -0.5 ? Vec.Colour(0x5f4730) : Vec.Colour(0x7d6043),
                            0.2,
                            Math.Abs(n.X) > 0.5 ? p.Y
                                : n.Y < -0.5 ? p.Z
                                : p.Y,
                            Math.Abs(n.X) > 0.5 ? p.Z : p.X
                        ),
                        0
                    )) };
        for (var z = -3.2; z <= 3.3; z += 1.6)
        {
            things.Add(new Block(new(-4.2, 3.0, z - 0.09), new(4.2, 3.22, z + 0.09), beam));
        }

        foreach (var side in new[] { -1, 1 })
        {
            things.Add(new Block(new((side * 2.75) - 0.5, 0, -3.98), new((side * 2.75) + 0.5, 2.75, -3.9), Door(0x2a4a6a), side * 8));
        }

        // The boat: a hull with a gunwale, thwarts and a mast lying along it.
        things.Add(new Ball(new(1.6, 0.75, -0.6), new(0.75, 0.62, 2.1), (p, n) => (
                    p.Y > 1.0 ? Vec.Colour(0xf3efe4)
                    : p.Y > 0.92 ? Vec.Colour(0xc9dc2c)
                    : Planked(p, Vec.Colour(0x24506a), 0.1, p.Z * 0.2, p.Y),
                    0.03
                )));
        things.Add(new Block(new(1.05, 1.12, -1.4), new(2.15, 1.17, -1.15), Planks(Vec.Colour(0xb98a52), 0.1, 'z')));
        things.Add(new Block(new(1.05, 1.15, -0.3), new(2.15, 1.2, -0.05), Planks(Vec.Colour(0xb98a52), 0.1, 'z')));
        foreach (var z in new[] { -1.7, 0.5 })
        {
            things.Add(new Block(new(0.8, 0, z - 0.08), new(2.4, 0.35, z + 0.08), beam));
        }

        // Bench with tools, chest, barrels, ropes, ladder back up, lantern.
        things.Add(new Block(new(-4.1, 0.82, -2.6), new(-3.3, 0.9, 1.2), Planks(Vec.Colour(0xa77a48), 0.15, 'z')));
        foreach (var z in new[] { -2.4, -0.7, 1.0 })
        {
            things.Add(new Block(new(-4.0, 0, z - 0.06), new(-3.4, 0.82, z + 0.06), beam));
        }

        things.Add(new Block(new(-3.95, 0.9, -2.2), new(-3.5, 1.12, -1.6), Solid(0xa82a3b, 0.08)));
        things.Add(new Column(-3.6, -0.9, 0.9, 1.12, 0.1, Solid(0x8a9aa0, 0.3)));
        things.Add(new Column(-3.75, -0.4, 0.9, 1.2, 0.06, Solid(0x2c6417, 0.05)));
        things.Add(new Block(new(-3.9, 0.9, 0.1), new(-3.45, 1.0, 0.8), Solid(0xd9c79a, 0.02), 8));
        things.Add(
            new Hanging(
                new(-4.15, 2.35, -2.3),
                new(0, 0, -1),
                0.8,
                1.0,
                Textures.Page(0x22323c, 0xf3efe4, 78, "TIDES", "", "HW 05:40", "LW 11:55", "HW 18:10")
            )
        );
        things.Add(new Block(new(-2.6, 0, 2.6), new(-1.2, 0.7, 3.5), Chest(), 6));
        things.Add(new Column(3.4, 2.6, 0, 0.95, 0.38, Planks(Vec.Colour(0x8a6238), 0.09, 'x')));
        things.Add(new Column(2.7, 3.3, 0, 0.7, 0.3, Planks(Vec.Colour(0x8a6238), 0.09, 'x')));
        for (var coil = 0; coil < 5; coil++)
        {
            things.Add(new Column(-0.4, -2.9, coil * 0.06, (coil * 0.06) + 0.05, 0.32 - (coil * 0.012), rope));
        }

        things.Add(
            new Ball(new(4.05, 1.9, -1.8), new(0.12, 0.36, 0.36), (p, n) =>
                (Vec.Colour(Math.Sin(Math.Atan2(p.Y - 1.9, p.Z + 1.8) * 4) > 0 ? 0xd86a2cu : 0xf3efe4u), 0.05)
            )
        );
        for (var rung = 0; rung < 9; rung++)
        {
            things.Add(new Block(new(-0.3, 0.3 + (rung * 0.36), 3.78), new(0.3, 0.35 + (rung * 0.36), 3.86), beam));
        }

        things.Add(new Block(new(-0.36, 0, 3.78), new(-0.29, 3.6, 3.86), beam));
        things.Add(new Block(new(0.29, 0, 3.78), new(0.36, 3.6, 3.86), beam));
        things.Add(
            new Ball(new(0.9, 2.6, -1.6), new(0.14, 0.18, 0.14), Glowing(0xe8d9a8, 0xffdf9a, night ? 2.2 : 0.7)) { NoShadow = true }
        );
        things.Add(new Column(0.9, -1.6, 2.75, 3.0, 0.012, beam));

        return new Set(
            night ? "boathouse-night" : "boathouse",
            new Vec(-0.6, 1.6, 0.5),
            things,
            night
                ? [new Lamp(new(0.9, 2.35, -1.6), Vec.Colour(0xffdca0), 4.6)]
                :
                [
                    new Lamp(new(0, 1.9, -4.8), Vec.Colour(0xf2f6f4), 14),
                    new Lamp(new(5, 1.7, 0.1), Vec.Colour(0xe4f0f8), 6),
                    new Lamp(new(0.9, 2.35, -1.6), Vec.Colour(0xffe6b8), 1.6),
                ],
            night ? Outdoors.Night : Outdoors.Day,
            night ? new Vec(0.05, 0.055, 0.08) : new Vec(0.22, 0.22, 0.22)
        );
    }

    private static bool Pane(double along, double wide) => Math.Abs((((along / wide) % 1) + 1.5) % 1 - 0.5) < 0.47;

    private static void Frame(List<Thing> things, Paint dark)
    {
        foreach (var y in new[] { 1.0, 2.55 })
        {
            things.Add(new Block(new(-3.65, y, -3.0), new(3.65, y + 0.06, -2.93), dark));
        }

        things.Add(new Block(new(-3.65, 1.76, -3.0), new(3.65, 1.8, -2.95), dark));
    }

    private static void Stair(List<Thing> things, Paint wood, Paint dark)
    {
        for (var step = 0; step < 11; step++)
        {
            things.Add(
                new Block(new(1.2 + (step * 0.17), 0.22 + (step * 0.25), 2.35), new(1.5 + (step * 0.17), 0.27 + (step * 0.25), 2.98), wood)
            );
            things.Add(new Column(1.35 + (step * 0.17), 2.38, 0.27 + (step * 0.25), 1.1 + (step * 0.25), 0.016, dark));
        }
    }

    private static Paint Solid(uint rgb, double shine) =>
        (p, n) =>
            (
                Vec.Colour(rgb)
                    * (0.92 + (0.16 * Noise.Layers((p.X * 9) + (p.Y * 5), (p.Z * 9) - (p.Y * 7), 3)) + (shine * Math.Max(0, n.Y) * 0.6)),
                0
            );

    private static Paint Glowing(uint dark, uint light, double glow) =>
        (p, n) => (Vec.Mix(Vec.Colour(dark), Vec.Colour(light), 0.4 + (glow * 0.2)), glow);

    private static Paint Planks(Vec colour, double wide, char along) =>
        (p, n) => (Planked(p, colour, wide, along == 'x' ? p.X : p.Z, along == 'x' ? p.Z + (p.Y * 0.7) : p.X + (p.Y * 0.7)), 0);

    private static Vec Planked(Vec p, Vec colour, double wide, double along, double across)
    {
        var plank = Math.Floor(across / wide);
        var edge = Math.Abs((across / wide) - plank - 0.5) > 0.47 ? 0.45 : 1;
        var grain = Noise.Layers((along * 2.2) + (plank * 13.7), across * 38, 4);
        return colour * (edge * (0.72 + (0.35 * grain) + (0.16 * Noise.At(plank * 3.3, 1.2))));
    }

    private static Vec Plaster(Vec p, Vec colour) => colour * (0.93 + (0.1 * Noise.Layers((p.X + p.Z) * 3, p.Y * 3, 4)));

    private static Vec Beamed(Vec p) =>
        Math.Abs((((p.X / 1.2) % 1) + 1.5) % 1 - 0.5) > 0.4
            ? Planked(p, Vec.Colour(0x5a4128), 0.5, p.Z, p.X)
            : Plaster(p, Vec.Colour(0xd9cdb0));

    private static Vec Plates(Vec p) =>
        Vec.Colour(0x4c5a60)
        * (Math.Abs(Math.Sin(p.X * 26) * Math.Sin(p.Z * 26)) > 0.72 ? 1.25 : 0.85 + (0.1 * Noise.Layers(p.X * 5, p.Z * 5, 3)));

    private static Vec Stones(Vec p)
    {
        var row = Math.Floor(p.Z / 0.55);
        var x = (p.X / 0.8) + (row % 2 * 0.5);
        var edge = Math.Min(Math.Abs(x - Math.Round(x)), Math.Abs((p.Z / 0.55) - Math.Round(p.Z / 0.55))) < 0.03 ? 0.55 : 1;
        return Vec.Colour(0x77716a) * (edge * (0.7 + (0.4 * Noise.Layers((p.X * 4) + Math.Floor(x + 0.5), p.Z * 4, 4))));
    }

    private static Paint Drawers() =>
        (p, n) =>
        {
            var (u, v) = (((p.X + 2.75) / 0.583) % 1, ((p.Y - 0.2) / 0.27) % 1);
            var knob = Math.Pow((u - 0.5) * 2.2, 2) + Math.Pow(v - 0.5, 2) < 0.008;
            return (knob ? Vec.Colour(0xc9a94e) : Planked(p, Vec.Colour(0x7a5230), 0.3, p.X, p.Y) * (u < 0.03 || v < 0.05 ? 0.4 : 1), 0);
        };

    private static Paint Radio(bool night) =>
        (p, n) =>
        {
            if (n.Z < 0.5)
            {
                return (Vec.Colour(0x3a2c20), 0);
            }

            var (u, v) = ((p.X + 2.5) / 0.8, (p.Y - 0.8) / 0.34);
            var dial = u is > 0.45 and < 0.92 && v is > 0.55 and < 0.85;
            var knob = new[] { 0.55, 0.7, 0.85 }.Any(k => Math.Pow((u - k) * 2.35, 2) + Math.Pow(v - 0.28, 2) < 0.012);
            var cloth = u is > 0.06 and < 0.38 && v is > 0.15 and < 0.85;
            return dial
                ? (Vec.Colour(0xf2d98a) * (Math.Abs(Math.Sin(u * 90)) > 0.2 ? 1 : 0.4), night ? 1.4 : 0.5)
                : (
                    knob ? Vec.Colour(0xd8d0bc)
                    : cloth ? Vec.Colour(0x8a6f46) * (0.8 + (0.3 * Math.Sin(u * 260) * Math.Sin(v * 130)))
                    : Vec.Colour(0x5a3f28),
                    0
                );
        };

    private static Paint Globe() =>
        (p, n) => (Noise.Layers((Math.Atan2(n.X, n.Z) * 1.6) + 4, n.Y * 2.4, 4) > 0.52 ? Vec.Colour(0x8aa05c) : Vec.Colour(0x3f7a94), 0);

    private static Paint Rug() =>
        (p, n) =>
        {
            var (u, v) = ((p.X + 1.5) / 3.4, (p.Z + 0.6) / 2.3);
            var border = Math.Min(Math.Min(u, 1 - u) * 3.4, Math.Min(v, 1 - v) * 2.3);
            var diamond = ((Math.Abs((u * 6 % 1) - 0.5) + Math.Abs((v * 4 % 1) - 0.5)) * 4) % 1 > 0.5;
            return (
                (
                    border < 0.1 ? Vec.Colour(0xc9a94e)
                    : border < 0.2 ? Vec.Colour(0x23404a)
                    : diamond ? Vec.Colour(0x7c2b2b)
                    : Vec.Colour(0x5c1f26)
                ) * (0.85 + (0.3 * Noise.At(p.X * 60, p.Z * 60))),
                0
            );
        };

    private static Paint Door(uint rgb) =>
        (p, n) =>
        {
            var across = Math.Abs(n.X) > 0.5 ? p.Z : p.X;
            var rail = p.Y is < 0.18 or (> 0.95 and < 1.15) or > 1.9;
            return (Planked(p, Vec.Colour(rgb) * (rail ? 1.25 : 1), 0.13, p.Y, across), 0);
        };

    private static Paint Cabinet() =>
        (p, n) =>
            (
                Math.Abs((((p.Y * 2.6) % 1) + 1) % 1 - 0.5) > 0.46 ? Vec.Colour(0x1f2b30)
                : Math.Pow(p.Y - 0.72, 2) + Math.Pow(((p.Z + p.X) % 0.4) - 0.2, 2) < 0.0012 ? Vec.Colour(0xc9a94e)
                : Vec.Colour(0x48606a) * (0.9 + (0.15 * Noise.Layers(p.X * 8, p.Y * 8, 3))),
                0
            );

    private static Paint Chest() =>
        (p, n) =>
            (
                Math.Abs((((p.X * 2) % 1) + 1) % 1 - 0.5) > 0.43 || p.Y > 0.64
                    ? Vec.Colour(0x34302a)
                    : Planked(p, Vec.Colour(0x7a5530), 0.14, p.X, p.Y),
                0
            );

    private static Paint Shelves() =>
        (p, n) =>
        {
            if (n.Z > -0.5)
            {
                return (Vec.Colour(0x4a3322), 0);
            }

            var (row, v) = (Math.Floor(p.Y / 0.44), (p.Y / 0.44) % 1);
            if (v < 0.09 || p.X < -2.35 || p.X > -0.45)
            {
                return (Vec.Colour(0x5a4128), 0);
            }

            var book = Math.Floor((p.X * 17) + (row * 3.3));
            var tall = 0.55 + (0.4 * Noise.At(book * 1.7, row * 5.1));
            if (v > tall)
            {
                return (Vec.Colour(0x20170f), 0);
            }

            var spine = new[] { 0x7c2b2bu, 0x23506au, 0x4c5e2cu, 0xb08a3cu, 0x3a3a46u, 0x8a4a2cu }[
                (int)(Noise.At(book * 2.9, row * 1.3) * 5.99)
            ];
            return (Vec.Colour(spine) * (v is > 0.3 and < 0.36 ? 1.7 : 0.85), 0);
        };
}
