namespace ZestySlate.DemoStudio;

/// <summary>Sounds made by arithmetic: 16 bit, one channel, 16 kHz.</summary>
public static class Sounds
{
    private const int Rate = 16000;

    /// <summary>Waves that come and go, with a little wind; its end meets its beginning.</summary>
    public static void Sea(string path) => Write(path, 12, (t, length, random) =>
        {
            var swell = 0.5 - (0.5 * Math.Cos(2 * Math.PI * 3 * t / length));
            return random.Smooth(0.16) * (0.06 + (0.3 * swell * swell)) + (random.Smooth(0.02) * 0.25);
        });

    /// <summary>A clock's tick and the wind outside.</summary>
    public static void Clock(string path) => Write(path, 8, (t, _, random) =>
        {
            var since = t % 1;
            var tick = Math.Exp(-since * 70) * Math.Sin(2 * Math.PI * (t % 2 < 1 ? 1900 : 1500) * since) * 0.35;
            return tick + (random.Smooth(0.015) * 0.3);
        });

    /// <summary>A bell buoy in the swell.</summary>
    public static void Bell(string path) => Write(path, 9, (t, _, random) =>
        {
            double Stroke(double at, double loud) =>
                t < at
                    ? 0
                    : loud
                        * Math.Exp(-(t - at) * 1.3)
                        * (
                            Math.Sin(2 * Math.PI * 523 * (t - at))
                            + (0.6 * Math.Sin(2 * Math.PI * 1243 * (t - at)))
                            + (0.3 * Math.Sin(2 * Math.PI * 1890 * (t - at)))
                        );
            return ((Stroke(0.4, 0.3) + Stroke(2.1, 0.16) + Stroke(2.7, 0.26) + Stroke(5.3, 0.22)) * 0.8) + (random.Smooth(0.1) * 0.05);
        });

    /// <summary>Morse signals: dot 0.12 s.</summary>
    public static void Morse(string path, string signs)
    {
        var tones = new List<(double From, double To)>();
        var at = 0.4;
        foreach (var sign in signs)
        {
            var lasts = sign switch
            {
                '.' => 0.12,
                '-' => 0.36,
                _ => 0,
            };
            if (lasts > 0)
            {
                tones.Add((at, at + lasts));
            }

            at += lasts > 0 ? lasts + 0.12 : 0.3;
        }

        Write(path, at + 0.5, (t, _, random) =>
            (tones.Any(tone => t >= tone.From && t < tone.To) ? 0.4 * Math.Sin(2 * Math.PI * 640 * t) : 0) + (random.Smooth(0.5) * 0.03)
        );
    }

    /// <summary>One spoken word.</summary>
    public static void Word(string path, params string[] sounds) => Write(path, Speech.Say(Rate, sounds));

    private static void Write(string path, double seconds, Func<double, double, Hiss, double> sound)
    {
        var count = (int)(seconds * Rate);
        var hiss = new Hiss();
        var samples = new double[count];
        for (var i = 0; i < count; i++)
        {
            samples[i] = sound(i / (double)Rate, seconds, hiss);
        }

        Write(path, samples);
    }

    private static void Write(string path, double[] samples)
    {
        var count = samples.Length;

        // The ends are soft, so that it can go round.
        for (var i = 0; i < Rate / 20; i++)
        {
            var share = i / (Rate / 20.0);
            samples[i] *= share;
            samples[count - 1 - i] *= share;
        }

        using var file = new BinaryWriter(File.Create(path));
        file.Write("RIFF"u8);
        file.Write(36 + (count * 2));
        file.Write("WAVEfmt "u8);
        file.Write(16);
        file.Write((short)1);
        file.Write((short)1);
        file.Write(Rate);
        file.Write(Rate * 2);
        file.Write((short)2);
        file.Write((short)16);
        file.Write("data"u8);
        file.Write(count * 2);
        foreach (var sample in samples)
        {
            file.Write((short)(Math.Clamp(sample, -1, 1) * 32000));
        }
    }

    /// <summary>Noise, smoothed as asked.</summary>
    private sealed class Hiss
    {
        private readonly Random _random = new(7);
        private readonly Dictionary<double, double> _last = [];

        public double Smooth(double share)
        {
            var last = _last.GetValueOrDefault(share);
            return _last[share] = last + (share * (((_random.NextDouble() * 2) - 1) - last));
        }
    }
}
