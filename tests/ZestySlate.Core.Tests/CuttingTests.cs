namespace ZestySlate.Core.Tests;

public sealed class CuttingTests
{
    [Theory]
    [InlineData("wind", 4, "wind")]
    [InlineData("winds", 4, "wind")]
    [InlineData("  wind ", 4, "wind")]
    [InlineData("abc😀", 5, "abc😀")]
    [InlineData("abc😀", 4, "abc")]
    [InlineData("😀", 1, "")]
    [InlineData("wind", 0, "")]
    public void A_text_is_cut_between_its_letters(string text, int most, string cut) => Assert.Equal(cut, text.Cut(most));

    [Theory]
    [InlineData(" k7-mq 2x ", "K7MQ2X")]
    [InlineData("١٢٣٤٥٦", "123456")]
    [InlineData("７０６ ４１１", "706411")]
    [InlineData(null, "")]
    public void A_code_is_read_however_it_is_typed(string? typed, string code) => Assert.Equal(code, Ids.ReadCode(typed));
}
