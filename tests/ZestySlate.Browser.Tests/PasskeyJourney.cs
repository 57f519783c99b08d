namespace ZestySlate.Browser.Tests;

/// <summary>A teacher makes a passkey, and comes in by it; without it the password opens nothing.</summary>
public sealed class PasskeyJourney(Apps apps)
{
    private const string Email = "pell.passerine@gannetpoint.example";

    [Fact]
    public void A_teacher_comes_in_with_the_device_alone()
    {
        using var pell = Invited();
        pell.HasDevice();
        pell.MakesPasskey(apps.Slate, "Pell's laptop", Doings.Password);
        pell.Press("I have them");
        pell.Reads("main", "On: your password alone opens nothing.");
        pell.Press("Sign out");
        pell.ComesByPasskey(apps.Slate);

        // One who knows the password, and whose device is another.
        using var other = new Person();
        other.HasDevice();
        other.Go(apps.Slate + "/sign-in");
        other.Type("input[name=Email]", Email);
        other.Type("input[type=password]", Doings.Password);
        other.Press("Sign in", "main");
        other.See("input[name=code]");
        other.Press("Sign in with a passkey");
        other.Reads("[data-passkey-says]", "No passkey was used.");
        other.Go(apps.Slate + "/library");
        other.Reads("h1", "Sign in");

        // Taken away, with the password, it is as it was.
        pell.Go(apps.Slate + "/account/second-factor");
        pell.Press("Passkey “Pell's laptop”");
        pell.Type("form:has([name=which]) [name=password]", Doings.Password);
        pell.Press("Remove what is chosen");
        pell.Reads(".said-line", "Taken away.");
        pell.Press("Sign out");
        pell.SignIn(apps, Email);
        Assert.Empty(pell.Complaints());
    }

    private Person Invited()
    {
        using var tobiah = new Person().SignIn(apps, "tobiah.renn@gannetpoint.example");
        tobiah.Go(apps.Slate + "/keeper/schools");
        tobiah.Type("form:has(input[type=email]) input[name=name]", "Pell Passerine");
        tobiah.Type("form:has(input[type=email]) input[name=email]", Email);
        tobiah.Press("Invite", "main form");
        var link = tobiah.See("input[data-copy]").GetAttribute("value")!;
        var pell = new Person();
        pell.Go(link);
        pell.Type("[name=password]", Doings.Password);
        pell.Type("[name=again]", Doings.Password);
        pell.Press("Set it and go on");
        pell.Reads("h1", "Library");
        return pell;
    }
}
