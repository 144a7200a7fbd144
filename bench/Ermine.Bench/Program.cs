using BenchmarkDotNet.Configs;
using BenchmarkDotNet.Jobs;
using BenchmarkDotNet.Running;
using Ermine.Bench;

BenchmarkSwitcher
    .FromTypes([
        typeof(CoreBench),
        typeof(DayBench),
        typeof(LoadBench),
        typeof(LogBench),
        typeof(ChooseBench),
        typeof(TrailBench),
    ])
    .Run(
        args,
        // As the server runs: its settings stand in Directory.Build.props.
        DefaultConfig.Instance.AddJob(
            Job.ShortRun.WithGcConcurrent(false).WithEnvironmentVariable("DOTNET_TieredPGO", "0")
        )
    );
