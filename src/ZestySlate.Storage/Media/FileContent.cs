using System.Security.Cryptography;

namespace ZestySlate.Storage.Media;

/// <summary>What is in a file that is about to be stored: in memory where it is small or was changed on its way, else on disk, where it
/// stays however large it is.</summary>
public abstract class FileContent
{
    /// <summary>How many bytes there are.</summary>
    public abstract long Length { get; }

    /// <summary>All of it, in memory.</summary>
    public abstract byte[] Bytes { get; }

    /// <summary>Opens it for reading from its beginning; whoever opens it closes it.</summary>
    public abstract Stream Open();

    /// <summary>Puts it where it is to lie; a file on disk is moved there and is not where it was any more.</summary>
    /// <param name="path">On the same disk as a file that is moved.</param>
    public abstract Task PutAsync(string path);

    /// <summary>SHA-256 in lower-case hexadecimal digits.</summary>
    public async Task<string> HashAsync()
    {
        await using var stream = Open();
        return Convert.ToHexStringLower(await SHA256.HashDataAsync(stream));
    }

    /// <summary>Its first bytes, or all where there are fewer.</summary>
    public byte[] Head(int most)
    {
        using var stream = Open();
        var head = new byte[most];
        return head[..stream.ReadAtLeast(head, most, throwOnEndOfStream: false)];
    }

    public static implicit operator FileContent(byte[] bytes) => new InMemory(bytes);

    /// <summary>A file that lies on disk.</summary>
    public static FileContent OnDisk(string path) => new Lying(path);

    private sealed class InMemory(byte[] bytes) : FileContent
    {
        public override long Length => bytes.Length;

        public override byte[] Bytes => bytes;

        public override Stream Open() => new MemoryStream(bytes, writable: false);

        public override Task PutAsync(string path) => File.WriteAllBytesAsync(path, bytes);
    }

    private sealed class Lying(string path) : FileContent
    {
        public override long Length { get; } = new FileInfo(path).Length;

        public override byte[] Bytes => File.ReadAllBytes(path);

        public override Stream Open() => new FileStream(path, FileMode.Open, FileAccess.Read, FileShare.Read);

        public override Task PutAsync(string to)
        {
            File.Move(path, to, overwrite: true);
            return Task.CompletedTask;
        }
    }
}
