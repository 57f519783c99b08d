namespace ZestySlate.DemoStudio;

/// <summary>One sound of speech: where its formants lie (Hz), how much of it is voice and how much is breath, and how long it lasts.</summary>
public sealed record Phone(double F1, double F2, double F3, double Voice, double Breath, double Seconds);

/// <summary>Speaks single words by formants: a voice's pulses and a breath's noise through three resonances that glide from sound to sound.</summary>
public static class Speech
{
    private static readonly Dictionary<string, Phone> Phones = new()
    {
        ["g"] = new(300, 1700, 2300, 0.15, 0.5, 0.06),
        ["ei"] = new(480, 2000, 2600, 1, 0, 0.14),
        ["i"] = new(300, 2300, 3000, 1, 0, 0.14),
        ["l"] = new(360, 1100, 2600, 0.8, 0, 0.16),
        ["v"] = new(250, 1100, 2300, 0.5, 0.18, 0.10),
        ["r"] = new(330, 1150, 1600, 0.8, 0, 0.11),
        ["ing"] = new(380, 2100, 2700, 0.9, 0, 0.10),
        ["ng"] = new(280, 1600, 2500, 0.5, 0, 0.14),
        ["er"] = new(420, 1700, 2300, 1, 0, 0.10),
        ["-"] = new(300, 1500, 2500, 0, 0, 0.04),
    };

    /// <summary>The samples of a word, given as its sounds.</summary>
    public static double[] Say(int rate, params string[] sounds)
    {
        var phones = sounds.Select(sound => Phones[sound]).ToList();
        var ends = phones.Select((_, i) => phones.Take(i + 1).Sum(phone => phone.Seconds)).ToList();
        var count = (int)((ends[^1] + 0.1) * rate);
        var random = new Random(3);
        var (phase, resonances, spoken) = (0.0, new Resonance[] { new(), new(), new() }, new double[count]);
        for (var i = 0; i < count; i++)
        {
            var t = i / (double)rate;
            var now = Math.Min(phones.Count - 1, ends.FindIndex(end => t < end) is var at && at < 0 ? phones.Count - 1 : at);
            var glide = Math.Clamp((ends[now] - t) / 0.05, 0, 1);
            var next = phones[Math.Min(phones.Count - 1, now + 1)];
            double Between(Func<Phone, double> part) => (part(phones[now]) * glide) + (part(next) * (1 - glide));
            var pitch = 128 - (34 * t / ends[^1]);
            phase = (phase + (pitch / rate)) % 1;
            var pulse = phase < 0.4 ? Math.Sin(Math.PI * phase / 0.4) - 0.6 : -0.25;
            var source = (pulse * Between(p => p.Voice)) + (((random.NextDouble() * 2) - 1) * Between(p => p.Breath) * 0.5);
            var sum =
                (resonances[0].Take(source, Between(p => p.F1), 80, rate) * 1.0)
                + (resonances[1].Take(source, Between(p => p.F2), 110, rate) * 0.55)
                + (resonances[2].Take(source, Between(p => p.F3), 160, rate) * 0.3);
            var fade = Math.Clamp(t / 0.02, 0, 1) * Math.Clamp((ends[^1] + 0.05 - t) / 0.08, 0, 1);
            spoken[i] = sum * fade * 0.5;
        }

        var loudest = spoken.Max(Math.Abs);
        return spoken.Select(sample => sample / loudest * 0.7).ToArray();
    }

    /// <summary>A resonance of two poles (Klatt 1980, formant resonator).</summary>
    private sealed class Resonance
    {
        private double _one,
            _two;

        public double Take(double value, double frequency, double width, int rate)
        {
            var c = -Math.Exp(-2 * Math.PI * width / rate);
            var b = 2 * Math.Exp(-Math.PI * width / rate) * Math.Cos(2 * Math.PI * frequency / rate);
            var result = ((1 - b - c) * value) + (b * _one) + (c * _two);
            (_one, _two) = (result, _one);
            return result;
        }
    }
}
