using System.Reflection;
using System.Xml.Linq;
using NetArchTest.Rules;

namespace Ermine.Server.Tests;

/// <summary>Dependencies point inwards: Server to Storage and Exchange, these to Core, Core to nothing of ours.</summary>
public class ArchitectureTests
{
    private static readonly Assembly Core = typeof(Core.Units.Temperature).Assembly;
    private static readonly Assembly Storage = typeof(Storage.Store).Assembly;
    private static readonly Assembly Exchange = typeof(Exchange.ForecastFile).Assembly;

    [Fact]
    public void The_core_knows_no_storage_no_web_and_no_files() =>
        Holds(
            Core,
            "Ermine.Storage",
            "Ermine.Exchange",
            "Ermine.Server",
            "Microsoft.EntityFrameworkCore",
            "Microsoft.AspNetCore",
            "System.IO.File",
            "System.Net",
            "System.Text.Json"
        );

    [Fact]
    public void Storage_and_exchange_know_only_the_core()
    {
        Holds(Storage, "Ermine.Exchange", "Ermine.Server", "Microsoft.AspNetCore");
        Holds(Exchange, "Ermine.Storage", "Ermine.Server", "Microsoft.AspNetCore", "Microsoft.EntityFrameworkCore");
    }

    /// <summary>From the bottom up; what stands further down knows nothing of what stands above it.</summary>
    private static readonly string[] Rooms =
    [
        "Units",
        "Air",
        "Body",
        "Ground",
        "Heat",
        "Kit",
        "Stack",
        "Frost",
        "Forecasts",
        "Plans",
        "Ends",
        "Dryness",
        "Loads",
        "Nights",
        "Days",
        "Trips",
        "Chance",
        "Rules",
        "Answers",
        "Choosing",
        "Learning",
        "Trail",
        "Rehearsing",
        "Teaching",
        "Entry",
    ];

    [Fact]
    public void No_room_of_the_core_knows_one_that_knows_it()
    {
        static string Space(string room) => $"Ermine.Core.{room}";
        Assert.Equal(
            Rooms.Select(Space).Order(),
            Core.GetTypes()
                .Select(t => t.Namespace)
                .Where(n => n?.StartsWith("Ermine.Core.", StringComparison.Ordinal) == true)
                .Distinct()
                .Order()
        );
        foreach (var (n, room) in Rooms.Index())
        {
            var result = Types
                .InAssembly(Core)
                .That()
                .ResideInNamespace(Space(room))
                .ShouldNot()
                .HaveDependencyOnAny([.. Rooms.Skip(n + 1).Select(Space)])
                .GetResult();
            Assert.True(result.IsSuccessful, $"{room}: {string.Join(", ", result.FailingTypeNames ?? [])}");
        }
    }

    [Fact]
    public void Every_public_type_of_the_core_is_documented()
    {
        var documentation = XDocument.Load(Path.ChangeExtension(Core.Location, ".xml"));
        var documented = documentation.Descendants("member").Select(m => (string)m.Attribute("name")!).ToHashSet();
        Assert.All(Core.GetExportedTypes(), t => Assert.Contains($"T:{t.FullName!.Replace('+', '.')}", documented));
    }

    private static void Holds(Assembly assembly, params string[] strangers)
    {
        var result = Types.InAssembly(assembly).ShouldNot().HaveDependencyOnAny(strangers).GetResult();
        Assert.True(result.IsSuccessful, string.Join(", ", result.FailingTypeNames ?? []));
    }
}
