using QRCoder;

namespace ZestySlate.Web.Authoring;

/// <summary>Addresses as pictures that phones read (ISO/IEC 18004).</summary>
internal static class QrCodes
{
    /// <summary>The code as SVG.</summary>
    public static string Svg(string address)
    {
        using var data = QRCodeGenerator.GenerateQrCode(address, QRCodeGenerator.ECCLevel.M);
        using var svg = new SvgQRCode(data);
        return svg.GetGraphic(6);
    }
}
