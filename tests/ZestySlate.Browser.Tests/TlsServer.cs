using System.Diagnostics;
using System.Net;
using System.Security.Cryptography;
using System.Security.Cryptography.X509Certificates;

namespace ZestySlate.Browser.Tests;

/// <summary>
/// A web server with TLS in front of programs: nginx, with a certificate for this machine that nobody else has signed. Programs
/// that ask each other through it are told to trust it (<c>SSL_CERT_FILE</c>).
/// </summary>
internal sealed class TlsServer : IAsyncDisposable
{
    private readonly string _folder = Directory.CreateTempSubdirectory("slate-tls").FullName;
    private Process? _nginx;

    public TlsServer()
    {
        using var key = RSA.Create(2048);
        var request = new CertificateRequest("CN=localhost", key, HashAlgorithmName.SHA256, RSASignaturePadding.Pkcs1);
        var names = new SubjectAlternativeNameBuilder();
        names.AddDnsName("localhost");
        names.AddIpAddress(IPAddress.Parse("127.0.0.1"));
        names.AddIpAddress(IPAddress.Parse("127.0.0.2"));
        request.CertificateExtensions.Add(names.Build());
        request.CertificateExtensions.Add(new X509BasicConstraintsExtension(true, false, 0, true));
        using var certificate = request.CreateSelfSigned(DateTimeOffset.UtcNow.AddDays(-1), DateTimeOffset.UtcNow.AddDays(2));
        File.WriteAllText(Certificate, certificate.ExportCertificatePem());
        File.WriteAllText(Key, key.ExportPkcs8PrivateKeyPem());
        var trusted = certificate.Thumbprint;
        Client = new HttpClient(
            new HttpClientHandler
            {
                AllowAutoRedirect = false,
                ServerCertificateCustomValidationCallback = (_, shown, _, _) => shown?.Thumbprint == trusted,
            }
        );
    }

    /// <summary>The file of the certificate.</summary>
    public string Certificate => Path.Combine(_folder, "slate.pem");

    /// <summary>The file of its key.</summary>
    public string Key => Path.Combine(_folder, "slate.key");

    /// <summary>A client that trusts the certificate, and follows nothing.</summary>
    public HttpClient Client { get; }

    /// <summary>What nginx is told for an address that passes everything on to a program.</summary>
    public string Passes(string address, string program) =>
        $"server {{ listen {Listens(address)} ssl; ssl_certificate {Certificate}; ssl_certificate_key {Key}; client_max_body_size 2g; "
        + $"location / {{ proxy_pass {program}; proxy_set_header Host $http_host; proxy_set_header X-Forwarded-Proto https; "
        + "proxy_set_header X-Forwarded-For $remote_addr; proxy_buffering off; } } ";

    /// <summary>Serves.</summary>
    public void Start(string servers)
    {
        var temporary = string.Concat(
            new[] { "client_body", "proxy", "fastcgi", "uwsgi", "scgi" }.Select(kind => $"{kind}_temp_path {InFolder(kind)}; ")
        );
        // Where root runs the tests, what nginx puts aside lies in root's folder.
        var user = Environment.UserName == "root" ? "user root;" : "";
        File.WriteAllText(
            InFolder("nginx.conf"),
            $"{user} daemon off; pid {InFolder("nginx.pid")}; error_log {InFolder("nginx.log")}; events {{ }} http {{ access_log off; {temporary} {servers} }}"
        );
        _nginx = Process.Start(
            new ProcessStartInfo("/usr/sbin/nginx", ["-p", _folder, "-c", InFolder("nginx.conf"), "-e", InFolder("nginx.log")])
            {
                RedirectStandardError = true,
            }
        )!;
    }

    public async ValueTask DisposeAsync()
    {
        Client.Dispose();
        if (_nginx is { HasExited: false })
        {
            _nginx.Kill(true);
            await _nginx.WaitForExitAsync();
        }
    }

    private string InFolder(string name) => Path.Combine(_folder, name);

    /// <summary>Where an address listens: <c>localhost</c> is the machine's first.</summary>
    private static string Listens(string address) => new Uri(address).Authority.Replace("localhost", "127.0.0.1", StringComparison.Ordinal);
}
