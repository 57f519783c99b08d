using AngleSharp.Html.Parser;

namespace ZestySlate.Player.Tests;

/// <summary>What is looked for on every page is found where it is.</summary>
public sealed class SoundTests
{
    [Theory]
    [InlineData("<p id=a></p><p id=a></p>", "two things are called “a”")]
    [InlineData("<p aria-describedby='gone'></p>", "speaks of “gone”")]
    [InlineData("<label for='gone'>Name</label>", "speaks of “gone”")]
    [InlineData("<button><svg></svg></button>", "has no name")]
    [InlineData("<a href='/a'> </a>", "has no name")]
    [InlineData("<input name=a>", "has no label")]
    [InlineData("<select name=a><option></option></select>", "has no label")]
    [InlineData("<select name=a><option>north</option></select>", "has no label")]
    [InlineData("<label><select name=a><option>north</option></select></label>", "has no label")]
    [InlineData("<img src='/a'>", "has no alternative text")]
    [InlineData("<p style='color: red'></p>", "has a style of its own")]
    [InlineData("<p onclick='go()'></p>", "is a script")]
    public void Each_fault_is_told(string html, string words) =>
        Assert.Contains(Sound.Faults(new HtmlParser().ParseDocument(html)), fault => fault.Contains(words, StringComparison.Ordinal));

    [Theory]
    [InlineData("<label>Name <input name=a></label>")]
    [InlineData("<label for=a>Name</label><input id=a name=a>")]
    [InlineData("<p id=b>Name</p><textarea aria-labelledby=b></textarea>")]
    [InlineData("<button aria-label='Close'><svg></svg></button>")]
    [InlineData("<a href='/a'><img src='/b' alt='The vane'></a>")]
    [InlineData("<img src='/a' alt=''>")]
    public void What_is_sound_is_not(string html) => Assert.Empty(Sound.Faults(new HtmlParser().ParseDocument(html)));
}
