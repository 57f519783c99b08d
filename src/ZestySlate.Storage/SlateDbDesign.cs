using Microsoft.EntityFrameworkCore;
using ZestySlate.Storage.Sqlite;
using Microsoft.EntityFrameworkCore.Design;

namespace ZestySlate.Storage;

/// <summary>Lets the EF Core tools make migrations: <c>dotnet ef migrations add NAME --project src/ZestySlate.Storage</c>.</summary>
internal sealed class SlateDbDesign : IDesignTimeDbContextFactory<SlateDb>
{
    public SlateDb CreateDbContext(string[] args) => Provider.Open("design.db");
}
