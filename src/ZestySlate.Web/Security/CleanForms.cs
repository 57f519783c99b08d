using System.Buffers;
using Microsoft.AspNetCore.Http.Features;
using Microsoft.Extensions.Options;
using Microsoft.Extensions.Primitives;

namespace ZestySlate.Web.Security;

/// <summary>
/// Reads every form of every page: what cannot be read is said so, and control characters that no text holds on purpose (all
/// of Unicode's category Cc but tab and line ends) are taken out, so that nothing pasted breaks what comes after: NUL in a
/// form, a vertical tab in a workbook (XML 1.0, section 2.2).
/// </summary>
internal sealed class CleanForms(RequestDelegate next, IOptions<FormOptions> options)
{
    public Task InvokeAsync(HttpContext context)
    {
        context.Features.Set<IFormFeature>(new Clean(context.Request, options.Value));
        return next(context);
    }

    /// <summary>A text without control characters.</summary>
    public static string Cleaned(string text) =>
        text.AsSpan().IndexOfAny(Controls) < 0 ? text : new string([.. text.Where(letter => !IsControl(letter))]);

    private static readonly SearchValues<char> Controls = SearchValues.Create([
        .. Enumerable.Range(0, 0xA0).Select(code => (char)code).Where(IsControl),
    ]);

    private static bool IsControl(char letter) => char.IsControl(letter) && letter is not ('\t' or '\n' or '\r');

    private sealed class Clean(HttpRequest request, FormOptions options) : IFormFeature
    {
        private readonly FormFeature _inner = new(request, options);
        private IFormCollection? _form;

        public bool HasFormContentType => _inner.HasFormContentType;

        public IFormCollection? Form
        {
            get => _form ?? _inner.Form;
            set => _form = value;
        }

        public IFormCollection ReadForm() => ReadFormAsync(default).GetAwaiter().GetResult();

        public async Task<IFormCollection> ReadFormAsync(CancellationToken stop)
        {
            if (_form is not null)
            {
                return _form;
            }

            if (!HasFormContentType)
            {
                throw Troubles.Unreadable("A form was expected here, and something else came.", StatusCodes.Status415UnsupportedMediaType);
            }

            if (IsUrlEncoded)
            {
                request.Body = new WithoutNul(request.Body);
            }

            try
            {
                var form = await _inner.ReadFormAsync(stop);
                return _form = new FormCollection(
                    form.ToDictionary(
                        field => Cleaned(field.Key),
                        field => new StringValues([.. field.Value.Select(value => value is null ? null : Cleaned(value))])
                    ),
                    form.Files
                );
            }
            catch (Exception problem)
                when (problem is InvalidDataException or ArgumentException
                    || (
                        problem is IOException
                        && problem is not BadHttpRequestException
                        && !request.HttpContext.RequestAborted.IsCancellationRequested
                    )
                )
            {
                throw Troubles.Unreadable($"What was sent cannot be read as a form: {problem.Message}");
            }
        }

        private bool IsUrlEncoded =>
            request.ContentType?.StartsWith("application/x-www-form-urlencoded", StringComparison.OrdinalIgnoreCase) == true;
    }

    /// <summary>A url-encoded body without its NULs, which the framework's reader refuses.</summary>
    private sealed class WithoutNul(Stream inner) : Stream
    {
        private byte[] _held = [];

        public override bool CanRead => true;

        public override bool CanSeek => false;

        public override bool CanWrite => false;

        public override long Length => throw new NotSupportedException();

        public override long Position
        {
            get => throw new NotSupportedException();
            set => throw new NotSupportedException();
        }

        public override async ValueTask<int> ReadAsync(Memory<byte> buffer, CancellationToken stop = default)
        {
            while (true)
            {
                // What may be the beginning of “%00” waits for what comes after it.
                _held.CopyTo(buffer);
                var read = await inner.ReadAsync(buffer[_held.Length..], stop);
                var filled = Strip(buffer.Span[..(_held.Length + read)]);
                if (read == 0)
                {
                    _held = [];
                    return filled;
                }

                var open =
                    buffer.Span[..filled] is [.., (byte)'%'] ? 1
                    : buffer.Span[..filled] is [.., (byte)'%', (byte)'0'] ? 2
                    : 0;
                _held = buffer.Span.Slice(filled - open, open).ToArray();
                if (filled > open)
                {
                    return filled - open;
                }
            }
        }

        private static int Strip(Span<byte> bytes)
        {
            var to = 0;
            for (var at = 0; at < bytes.Length; at++)
            {
                if (bytes[at..] is [(byte)'%', (byte)'0', (byte)'0', ..])
                {
                    at += 2;
                }
                else if (bytes[at] != 0)
                {
                    bytes[to++] = bytes[at];
                }
            }

            return to;
        }

        public override Task<int> ReadAsync(byte[] buffer, int offset, int count, CancellationToken stop) =>
            ReadAsync(buffer.AsMemory(offset, count), stop).AsTask();

        public override int Read(byte[] buffer, int offset, int count) =>
            ReadAsync(buffer, offset, count, default).GetAwaiter().GetResult();

        public override void Flush() { }

        public override long Seek(long offset, SeekOrigin origin) => throw new NotSupportedException();

        public override void SetLength(long value) => throw new NotSupportedException();

        public override void Write(byte[] buffer, int offset, int count) => throw new NotSupportedException();
    }
}
