using System.Buffers.Binary;

namespace ZestySlate.Storage.Media;

/// <summary>Tells whether a video arrived as a whole: its outermost parts say how long they are, and none may end behind the file's end.</summary>
internal static class WholeVideo
{
    private const uint Segment = 0x18538067;

    /// <summary>True unless a part of it ends behind the end of the file. What cannot be followed counts as whole: the reader of what the
    /// file says of itself tells what is wrong with it.</summary>
    public static bool Is(Stream file, bool isMp4) => isMp4 ? BoxesEnd(file) : SegmentEnds(file);

    /// <summary>Boxes one behind the other (ISO/IEC 14496-12, 4.2): 32 bits of size, four letters; size 1 means that 64 bits follow, size 0
    /// that it goes on to the end.</summary>
    private static bool BoxesEnd(Stream file)
    {
        var head = new byte[16];
        for (long at = 0, boxes = 0; at < file.Length && boxes < 10_000; boxes++)
        {
            file.Position = at;
            var read = file.ReadAtLeast(head, head.Length, throwOnEndOfStream: false);
            if (read < 8)
            {
                return false;
            }

            long size = BinaryPrimitives.ReadUInt32BigEndian(head);
            size = size == 1 && read == 16 ? BinaryPrimitives.ReadInt64BigEndian(head.AsSpan(8)) : size;
            if (size is 0 or < 8)
            {
                return true;
            }

            if (size > file.Length - at)
            {
                return false;
            }

            at += size;
        }

        return true;
    }

    /// <summary>The head and then one segment (RFC 8794, 4 and 5; RFC 9559): how long it is stands in it, or that it is not known.</summary>
    private static bool SegmentEnds(Stream file)
    {
        file.Position = 4;
        if (Size(file) is not { } head)
        {
            return true;
        }

        file.Position += head;
        var id = new byte[4];
        return
            file.ReadAtLeast(id, 4, throwOnEndOfStream: false) == 4
            && BinaryPrimitives.ReadUInt32BigEndian(id) == Segment
            && Size(file) is { } size
            ? size <= file.Length - file.Position
            : true;
    }

    /// <summary>A number whose leading zeros tell in how many bytes it stands; all ones mean that it is not known: null.</summary>
    private static long? Size(Stream file)
    {
        var first = file.ReadByte();
        if (first <= 0)
        {
            return null;
        }

        var more = System.Numerics.BitOperations.LeadingZeroCount((uint)first) - 24;
        var (value, ones) = ((long)(first & (0x7f >> more)), (first & (0x7f >> more)) == 0x7f >> more);
        for (var i = 0; i < more; i++)
        {
            var next = file.ReadByte();
            if (next < 0)
            {
                return null;
            }

            (value, ones) = ((value << 8) | (uint)next, ones && next == 0xff);
        }

        return ones ? null : value;
    }
}
