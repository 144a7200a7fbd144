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
    .Run(args, DefaultConfig.Instance.AddJob(Job.ShortRun));
