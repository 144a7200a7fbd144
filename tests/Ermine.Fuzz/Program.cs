using Ermine.Fuzz;
using SharpFuzz;

// What is fuzzed by coverage: "corpus FOLDER" writes what to begin from, the others take inputs from the fuzzer until it ends.
switch (args)
{
    case ["corpus", var folder]:
        await Corpus.Write(folder);
        return 0;
    case ["readers"]:
        Fuzzer.Run(stream => Readers.Read(Bytes(stream)));
        return 0;
    case ["calls"]:
        // Instrumented code runs only where the fuzzer counts what it reaches: the server begins with the first input.
        Calls? server = null;
        Fuzzer.Run(stream => (server ??= new()).Send(Bytes(stream)));
        return 0;
    // What the fuzzer kept is tried again by hand: the failure is seen as it is.
    case ["try", "readers", var file]:
        Readers.Read(await File.ReadAllBytesAsync(file));
        return 0;
    case ["try", "calls", var file]:
        using (var calls = new Calls())
            Console.WriteLine(calls.Send(await File.ReadAllBytesAsync(file)));
        return 0;
    default:
        await Console.Error.WriteLineAsync("corpus FOLDER · readers · calls · try readers|calls FILE");
        return 2;
}

static byte[] Bytes(Stream stream)
{
    using var all = new MemoryStream();
    stream.CopyTo(all);
    return all.ToArray();
}
