using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Diagnostics.HealthChecks;
using ZestySlate.Storage;

namespace ZestySlate.Web.Security;

/// <summary>Healthy while the database answers.</summary>
internal sealed class DatabaseHealth(IDbContextFactory<SlateDb> open) : IHealthCheck
{
    public async Task<HealthCheckResult> CheckHealthAsync(HealthCheckContext context, CancellationToken stop = default)
    {
        await using var db = await open.CreateDbContextAsync(stop);
        return await db.Database.CanConnectAsync(stop)
            ? HealthCheckResult.Healthy()
            : HealthCheckResult.Unhealthy("The database does not answer.");
    }
}
