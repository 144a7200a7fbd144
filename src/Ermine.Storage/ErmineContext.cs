using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Design;

namespace Ermine.Storage;

/// <summary>The database: one SQLite file.</summary>
public sealed class ErmineContext(DbContextOptions<ErmineContext> options) : DbContext(options)
{
    public DbSet<SleeperRow> Sleepers => Set<SleeperRow>();
    public DbSet<ItemRow> Items => Set<ItemRow>();
    public DbSet<TripRow> Trips => Set<TripRow>();
    public DbSet<ForecastRow> Forecasts => Set<ForecastRow>();

    protected override void ConfigureConventions(ModelConfigurationBuilder configurationBuilder) =>
        configurationBuilder.Properties<Enum>().HaveConversion<string>();

    protected override void OnModelCreating(ModelBuilder modelBuilder)
    {
        Versioned<SleeperRow>(modelBuilder);
        Versioned<ItemRow>(modelBuilder);
        Versioned<TripRow>(modelBuilder);

        modelBuilder.Entity<ClaimRow>().HasOne<ItemRow>().WithMany(i => i.Claims).HasForeignKey(c => c.ItemId);

        modelBuilder.Entity<TripRow>(trip =>
        {
            trip.HasOne<SleeperRow>().WithMany().HasForeignKey(t => t.SleeperId).OnDelete(DeleteBehavior.Restrict);
            trip.HasOne<ForecastRow>().WithMany().HasForeignKey(t => t.ForecastId).OnDelete(DeleteBehavior.Restrict);
            trip.HasMany(t => t.Nights).WithOne().HasForeignKey(n => n.TripId);
            trip.HasMany(t => t.Layers).WithOne().HasForeignKey(l => l.TripId);
            trip.HasMany(t => t.Along).WithOne().HasForeignKey(a => a.TripId);
            trip.HasMany(t => t.Events).WithOne().HasForeignKey(e => e.TripId);
        });
        modelBuilder.Entity<NightRow>().HasKey(n => new { n.TripId, n.Id });
        modelBuilder
            .Entity<LayerRow>()
            .HasOne<ItemRow>()
            .WithMany()
            .HasForeignKey(l => l.ItemId)
            .OnDelete(DeleteBehavior.Restrict);
        modelBuilder.Entity<EventRow>(done =>
        {
            done.HasKey(e => new { e.TripId, e.Id });
            done.HasOne<ItemRow>().WithMany().HasForeignKey(e => e.ItemId).OnDelete(DeleteBehavior.Restrict);
        });
        modelBuilder.Entity<AlongRow>(along =>
        {
            along.HasKey(a => new { a.TripId, a.ItemId });
            along.HasOne<ItemRow>().WithMany().HasForeignKey(a => a.ItemId).OnDelete(DeleteBehavior.Restrict);
        });

        modelBuilder.Entity<ForecastRow>().HasMany(f => f.Hours).WithOne().HasForeignKey(h => h.ForecastId);
        modelBuilder.Entity<ForecastHourRow>().HasKey(h => new { h.ForecastId, h.Position });
    }

    private static void Versioned<T>(ModelBuilder model)
        where T : class, IVersioned
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
