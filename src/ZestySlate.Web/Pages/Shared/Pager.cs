namespace ZestySlate.Web.Pages;

/// <summary>A page of a long list, and the way to the others.</summary>
/// <param name="At">Which page, from 0.</param>
/// <param name="Size">How many stand on a page.</param>
/// <param name="Total">How many there are in all.</param>
/// <param name="Address">The address of a page.</param>
public sealed record Pager(int At, int Size, int Total, Func<int, string> Address)
{
    /// <summary>The page asked for, or the nearest that there is.</summary>
    public static int Near(int at, int size, int total) => Math.Clamp(at, 0, Math.Max(0, (total - 1) / size));
}
