namespace ZestySlate.VideoHost;

/// <summary>A film that this host shows.</summary>
/// <param name="Name">Its name in addresses and of its files.</param>
/// <param name="Title">What it is called.</param>
/// <param name="Width">Pixels across.</param>
/// <param name="Height">Pixels down.</param>
/// <param name="Still">The name of the picture that stands for it.</param>
public sealed record Film(string Name, string Title, int Width, int Height, string Still)
{
    /// <summary>All that there is.</summary>
    public static IReadOnlyList<Film> All { get; } =
    [
        new("a-front-passes", "A front passes", 854, 480, "a-front-passes.jpg"),
        new("on-the-lamp-gallery", "On the lamp gallery", 2048, 1024, "on-the-lamp-gallery.jpg"),
    ];

    /// <summary>The film of a name, or null.</summary>
    public static Film? Of(string name) => All.FirstOrDefault(film => film.Name == name);
}
