namespace ZestySlate.Web.Authoring;

/// <summary>Reading uploaded files.</summary>
internal static class FormFiles
{
    /// <summary>The file's bytes; of a file that is too large only as much as shows it.</summary>
    public static async Task<byte[]> BytesAsync(this IFormFile file, long most)
    {
        using var bytes = new MemoryStream((int)Math.Min(file.Length, most + 1));
        await using var stream = file.OpenReadStream();
        var buffer = new byte[81920];
        int read;
        while (bytes.Length <= most && (read = await stream.ReadAsync(buffer)) > 0)
        {
            bytes.Write(buffer, 0, read);
        }

        return bytes.Capacity == bytes.Length ? bytes.GetBuffer() : bytes.ToArray();
    }
}
