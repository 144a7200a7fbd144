using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Design;

namespace Ermine.Storage;

/// <summary>The database: one SQLite file.</summary>
public sealed class ErmineContext(DbContextOptions<ErmineContext> options) : DbContext(options)
{
    public DbSet<SleeperRow> Sleepers => Set<SleeperRow>();
    public DbSet<ItemRow> Items => Set<ItemRow>();
    public DbSet<TripRow> Trips => Set<TripRow>();
    public DbSet<LogRow> Logs => Set<LogRow>();
    public DbSet<ForecastRow> Forecasts => Set<ForecastRow>();
    public DbSet<MarkRow> Marks => Set<MarkRow>();

    protected override void OnModelCreating(ModelBuilder modelBuilder)
    {
        Versioned<SleeperRow>(modelBuilder);
        Versioned<ItemRow>(modelBuilder);
        Versioned<TripRow>(modelBuilder);
        Versioned<LogRow>(modelBuilder);

        modelBuilder.Entity<TripRow>(trip =>
        {
            trip.HasOne<ForecastRow>().WithMany().HasForeignKey(t => t.ForecastId).OnDelete(DeleteBehavior.Restrict);
            trip.HasMany(t => t.Items).WithOne().HasForeignKey(u => u.TripId);
            trip.HasMany(t => t.Sleepers).WithOne().HasForeignKey(u => u.TripId);
        });
        modelBuilder.Entity<TripItemRow>(use =>
        {
            use.HasKey(u => new { u.TripId, u.ItemId });
            use.HasOne<ItemRow>().WithMany().HasForeignKey(u => u.ItemId).OnDelete(DeleteBehavior.Restrict);
        });
        modelBuilder.Entity<TripSleeperRow>(use =>
        {
            use.HasKey(u => new { u.TripId, u.SleeperId });
            use.HasOne<SleeperRow>().WithMany().HasForeignKey(u => u.SleeperId).OnDelete(DeleteBehavior.Restrict);
        });

        modelBuilder.Entity<ForecastRow>().HasMany(f => f.Hours).WithOne().HasForeignKey(h => h.ForecastId);
        modelBuilder.Entity<MarkRow>().HasKey(m => m.Name);
        modelBuilder.Entity<ForecastHourRow>().HasKey(h => new { h.ForecastId, h.Position });
    }

    private static void Versioned<T>(ModelBuilder model)
        where T : ThingRow
    {
        model.Entity<T>().Property(r => r.Name).UseCollation("NOCASE");
        model.Entity<T>().HasIndex(r => r.Name).IsUnique();
        model.Entity<T>().Property(r => r.Version).IsConcurrencyToken();
    }
}

/// <summary>Lets the migration tool build the model.</summary>
public sealed class ErmineContextFactory : IDesignTimeDbContextFactory<ErmineContext>
{
    public ErmineContext CreateDbContext(string[] args) =>
        new(new DbContextOptionsBuilder<ErmineContext>().UseSqlite("Data Source=design.db").Options);
}
