using System.Text.RegularExpressions;

namespace ZestySlate.Core.Questions;

/// <summary>What a question demands of who answers it.</summary>
public enum Demand
{
    /// <summary>To know again what was said or shown.</summary>
    Recall,

    /// <summary>To do something with it: work out, put in order, explain.</summary>
    Application,

    /// <summary>To think about it for oneself.</summary>
    Reflection,
}

/// <summary>Says what questions demand: as their author has marked them, else as their family and their words let guess.</summary>
public static partial class Demands
{
    /// <summary>What a question demands.</summary>
    public static Demand Of(Question question) => question.Demands ?? Guess(question);

    /// <summary>What a question seems to demand: by the words that it begins to ask with, in English or German, else by its family.</summary>
    public static Demand Guess(Question question)
    {
        var words = question.Prompt.Words;
        return AsksOneself().IsMatch(words) ? Demand.Reflection
            : AsksToWork().IsMatch(words) ? Demand.Application
            : QuestionTypes.For(question).UsualDemand;
    }

    [GeneratedRegex(
        @"\b(your own|in your (?:view|opinion)|(?:do|did) you (?:think|feel|notice)|would you|have you ever|did you last"
            + @"|dein(?:e[nrms]?)? eigene\w*|deiner meinung|würdest du|denkst du|meinst du|hast du (?:schon|zuletzt|bemerkt))\b",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex AsksOneself();

    [GeneratedRegex(
        @"\b(why|how (?:would|could|long|far|much|many|often)|explain|work out|calculate|compare|predict|apply"
            + @"|warum|weshalb|erklär\w*|berechne\w*|vergleich\w*|wie (?:lange|weit|viel|viele|oft))\b",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex AsksToWork();
}
