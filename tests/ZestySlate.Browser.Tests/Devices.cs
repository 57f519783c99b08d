using OpenQA.Selenium.VirtualAuth;

namespace ZestySlate.Browser.Tests;

/// <summary>A device that holds passkeys, as the WebDriver extension of Web Authentication (Level 3, 11) plays it, and what people do with it.</summary>
internal static class Devices
{
    /// <summary>The browser has a device of its own, whose owner is always there and shows the right finger.</summary>
    public static void HasDevice(this Person person) =>
        person.Driver.AddVirtualAuthenticator(
            new VirtualAuthenticatorOptions()
                .SetProtocol(VirtualAuthenticatorOptions.Protocol.CTAP2)
                .SetTransport(VirtualAuthenticatorOptions.Transport.INTERNAL)
                .SetHasResidentKey(true)
                .SetHasUserVerification(true)
                .SetIsUserVerified(true)
        );

    /// <summary>Makes the first passkey of an account.</summary>
    public static void MakesPasskey(this Person person, string slate, string name, string password)
    {
        person.Go(slate + "/account");
        person.Press("Set it up");
        person.Type("[data-passkey] [name=name]", name);
        person.Type("[data-passkey] [name=password]", password);
        person.Press("Make the passkey");
        person.Reads("[role=status] h2", "Keep these recovery codes");
    }

    /// <summary>Signs in with the passkey of the device.</summary>
    public static void ComesByPasskey(this Person person, string slate)
    {
        person.Go(slate + "/sign-in");
        person.Press("Sign in with a passkey");
        person.Reads("h1", "Library");
    }
}
