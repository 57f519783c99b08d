namespace ZestySlate.Core.Classes.Statistics;

/// <summary>The formulas of classical test theory that the statistics use.</summary>
public static class Measures
{
    /// <summary>The middle value; of an even number, the mean of the two in the middle. 0 for none.</summary>
    public static double Median(IReadOnlyCollection<double> values)
    {
        if (values.Count == 0)
        {
            return 0;
        }

        var sorted = values.Order().ToList();
        return (sorted[(sorted.Count - 1) / 2] + sorted[sorted.Count / 2]) / 2;
    }

    /// <summary>The sample variance (n − 1); 0 for fewer than two values.</summary>
    public static double Variance(IReadOnlyCollection<double> values)
    {
        if (values.Count < 2)
        {
            return 0;
        }

        var mean = values.Average();
        return values.Sum(value => (value - mean) * (value - mean)) / (values.Count - 1);
    }

    /// <summary>The product-moment correlation of pairs, −1..1; null when one side does not vary (Pearson 1895).</summary>
    public static double? Correlation(IReadOnlyList<(double X, double Y)> pairs)
    {
        if (pairs.Count < 2)
        {
            return null;
        }

        var (x, y) = (pairs.Average(pair => pair.X), pairs.Average(pair => pair.Y));
        double both = 0,
            ofX = 0,
            ofY = 0;
        foreach (var pair in pairs)
        {
            both += (pair.X - x) * (pair.Y - y);
            ofX += (pair.X - x) * (pair.X - x);
            ofY += (pair.Y - y) * (pair.Y - y);
        }

        return ofX < 1e-12 || ofY < 1e-12 ? null : both / Math.Sqrt(ofX * ofY);
    }

    /// <summary>
    /// Cronbach's alpha, how far the questions measure the same: k / (k − 1) · (1 − Σ question variances / variance of the
    /// totals) (Cronbach 1951). Null for fewer than two questions or totals that do not vary.
    /// </summary>
    /// <param name="attempts">For each attempt the points of every question, in the same order.</param>
    public static double? Alpha(IReadOnlyList<double[]> attempts)
    {
        var questions = attempts.Count == 0 ? 0 : attempts[0].Length;
        var total = Variance(attempts.Select(points => points.Sum()).ToList());
        if (questions < 2 || total < 1e-12)
        {
            return null;
        }

        var each = Enumerable.Range(0, questions).Sum(i => Variance(attempts.Select(points => points[i]).ToList()));
        return questions / (questions - 1.0) * (1 - (each / total));
    }
}
