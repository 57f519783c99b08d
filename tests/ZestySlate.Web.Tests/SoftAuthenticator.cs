using System.Buffers.Binary;
using System.Buffers.Text;
using System.Security.Cryptography;
using System.Text;
using System.Text.Json.Nodes;

namespace ZestySlate.Web.Tests;

/// <summary>
/// A device that makes a passkey and signs with it, written from the text of Web Authentication, Level 3: authenticator data
/// (6.1), attestation of the format “none” (8.7), COSE key of P-256 (RFC 9053, 7.1), assertion signature (6.3.3). What it says can be bent.
/// </summary>
internal sealed class SoftAuthenticator
{
    private const byte UserPresent = 1,
        UserVerified = 4,
        HasCredential = 0x40;
    private readonly ECDsa _key = ECDsa.Create(ECCurve.NamedCurves.nistP256);
    private readonly byte[] _id = RandomNumberGenerator.GetBytes(16);
    private byte[] _user = [];

    public string Origin { get; set; } = "http://localhost";

    public string Domain { get; set; } = "localhost";

    /// <summary>Whether it asked its owner for a finger or a number.</summary>
    public bool Verifies { get; set; } = true;

    public uint Count { get; set; }

    /// <summary>RegistrationResponseJSON (5.1.8) for PublicKeyCredentialCreationOptionsJSON.</summary>
    public string Make(JsonNode options)
    {
        _user = Base64Url.DecodeFromChars((string)options["user"]!["id"]!);
        var point = _key.ExportParameters(false).Q;
        byte[] cose = [0xA5, 0x01, 0x02, 0x03, 0x26, 0x20, 0x01, 0x21, 0x58, 0x20, .. point.X!, 0x22, 0x58, 0x20, .. point.Y!];
        byte[] data = [.. AuthenticatorData(HasCredential), .. new byte[16], 0, (byte)_id.Length, .. _id, .. cose];
        byte[] attestation =
        [
            0xA3,
            0x63,
            .. "fmt"u8,
            0x64,
            .. "none"u8,
            0x67,
            .. "attStmt"u8,
            0xA0,
            0x68,
            .. "authData"u8,
            0x58,
            (byte)data.Length,
            .. data,
        ];
        return Credential(
            new JsonObject
            {
                ["clientDataJSON"] = Base64Url.EncodeToString(ClientData("webauthn.create", options)),
                ["attestationObject"] = Base64Url.EncodeToString(attestation),
                ["transports"] = new JsonArray("internal"),
            }
        );
    }

    /// <summary>AuthenticationResponseJSON (5.1.9) for PublicKeyCredentialRequestOptionsJSON.</summary>
    public string Sign(JsonNode options)
    {
        Count++;
        var (client, data) = (ClientData("webauthn.get", options), AuthenticatorData(0));
        return Credential(
            new JsonObject
            {
                ["clientDataJSON"] = Base64Url.EncodeToString(client),
                ["authenticatorData"] = Base64Url.EncodeToString(data),
                ["signature"] = Base64Url.EncodeToString(
                    _key.SignData([.. data, .. SHA256.HashData(client)], HashAlgorithmName.SHA256, DSASignatureFormat.Rfc3279DerSequence)
                ),
                ["userHandle"] = Base64Url.EncodeToString(_user),
            }
        );
    }

    private string Credential(JsonObject response) =>
        new JsonObject
        {
            ["id"] = Base64Url.EncodeToString(_id),
            ["rawId"] = Base64Url.EncodeToString(_id),
            ["type"] = "public-key",
            ["clientExtensionResults"] = new JsonObject(),
            ["response"] = response,
        }.ToJsonString();

    private byte[] ClientData(string type, JsonNode options) =>
        Encoding.UTF8.GetBytes(
            new JsonObject
            {
                ["type"] = type,
                ["challenge"] = (string)options["challenge"]!,
                ["origin"] = Origin,
                ["crossOrigin"] = false,
            }.ToJsonString()
        );

    private byte[] AuthenticatorData(byte flags)
    {
        var count = new byte[4];
        BinaryPrimitives.WriteUInt32BigEndian(count, Count);
        return [.. SHA256.HashData(Encoding.UTF8.GetBytes(Domain)), (byte)(flags | UserPresent | (Verifies ? UserVerified : 0)), .. count];
    }
}
