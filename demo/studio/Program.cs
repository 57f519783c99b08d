using SkiaSharp;
using ZestySlate.DemoStudio;

// Makes the demo's panoramas, chart, sounds and video:  dotnet run -c Release --project demo/studio -- demo [WIDTH] [sounds|video|gallery]
var folder = args.Length > 0 ? args[0] : "demo";
var only = args.Length > 2 ? args[2] : "";
var width = args.Length > 1 ? int.Parse(args[1], System.Globalization.CultureInfo.InvariantCulture) : 4096;
if (only == "video")
{
    Directory.CreateDirectory(Path.Combine(folder, "videos"));
    Film.Make(Path.Combine(folder, "videos", "a-front-passes"));
    return;
}

if (only == "gallery")
{
    GalleryFilm.Make(folder);
    return;
}

Directory.CreateDirectory(Path.Combine(folder, "panoramas"));
Directory.CreateDirectory(Path.Combine(folder, "sounds"));

foreach (
    var set in only == "sounds"
        ? []
        : new[]
        {
            Rooms.WatchRoom(false),
            Rooms.WatchRoom(true),
            Rooms.LampGallery(false),
            Rooms.LampGallery(true),
            Rooms.Boathouse(false),
            Rooms.Boathouse(true),
        }
)
{
    Renderer.Render(set, width, Path.Combine(folder, "panoramas", set.Name + ".jpg"));
    Console.WriteLine(set.Name);
}

using (var chart = Textures.Chart(1600))
using (var encoded = chart.Encode(SKEncodedImageFormat.Png, 100))
{
    File.WriteAllBytes(Path.Combine(folder, "pictures", "wall-chart.png"), encoded.ToArray());
}

Sounds.Sea(Path.Combine(folder, "sounds", "sea.wav"));
Sounds.Clock(Path.Combine(folder, "sounds", "clock.wav"));
Sounds.Bell(Path.Combine(folder, "sounds", "bell-buoy.wav"));
Sounds.Word(Path.Combine(folder, "sounds", "word-gale.wav"), "g", "ei", "i", "l");
Sounds.Word(Path.Combine(folder, "sounds", "word-veering.wav"), "v", "i", "er", "r", "ing", "ng");
Sounds.Morse(Path.Combine(folder, "sounds", "signal.wav"), "--. .- .-.. .");
