using System.Collections.Frozen;

namespace ZestySlate.Player;

/// <summary>The symbols that learners' pages show (symbols.txt); they come in a sheet of their own, without those of the teachers' pages.</summary>
internal static class PlaySymbols
{
    private static readonly FrozenSet<string> Names = Read();

    /// <summary>The sheet in which a shipped symbol is.</summary>
    public static string SheetOf(string name) => Names.Contains(name) ? "play.svg" : "symbols.svg";

    private static FrozenSet<string> Read()
    {
        using var list = new StreamReader(typeof(PlaySymbols).Assembly.GetManifestResourceStream("symbols.txt")!);
        return list.ReadToEnd().Split('\n', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries).ToFrozenSet();
    }
}
