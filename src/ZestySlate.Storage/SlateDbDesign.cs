using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Design;
using ZestySlate.Storage.Sqlite;

namespace ZestySlate.Storage;

/// <summary>Lets the EF Core tools make migrations: <c>dotnet ef migrations add NAME --project src/ZestySlate.Storage</c>.</summary>
internal sealed class SlateDbDesign : IDesignTimeDbContextFactory<SlateDb>
{
    public SlateDb CreateDbContext(string[] args) => Provider.Open("design.db");
}
