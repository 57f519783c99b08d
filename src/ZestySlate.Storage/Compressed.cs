using System.IO.Compression;
using System.Text;
using ZestySlate.Core.Activities;

namespace ZestySlate.Storage;

/// <summary>Activities as they lie in the database: their JSON form, compressed with Brotli.</summary>
public static class Compressed
{
    /// <summary>The bytes of an activity.</summary>
    public static byte[] Write(Activity activity)
    {
        using var bytes = new MemoryStream();
        using (var brotli = new BrotliStream(bytes, CompressionLevel.Fastest))
        {
            brotli.Write(Encoding.UTF8.GetBytes(ActivityJson.Write(activity)));
        }

        return bytes.ToArray();
    }

    /// <summary>The activity of these bytes.</summary>
    public static Activity Read(byte[] bytes)
    {
        using var brotli = new BrotliStream(new MemoryStream(bytes), CompressionMode.Decompress);
        using var reader = new StreamReader(brotli, Encoding.UTF8);
        return ActivityJson.Read(reader.ReadToEnd()).Value;
    }
}
