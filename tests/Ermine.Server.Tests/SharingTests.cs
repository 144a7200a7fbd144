using System.Net;
using System.Net.Http.Json;
using System.Security.Cryptography;
using System.Security.Cryptography.X509Certificates;

namespace Ermine.Server.Tests;

/// <summary>An Ermine that is shared on purpose: nothing is told without the pass phrase, and it is opened only as it was asked to be.</summary>
public sealed class SharingTests
{
    private const string Phrase = "four plain words here";

    private static string NewFolder() => Directory.CreateTempSubdirectory("ermine-test-").FullName;

    private static Launched Shared(string folder, string? phrase, params string[] more) =>
        new(
            phrase is null ? [] : new Dictionary<string, string> { ["ERMINE_PASS_PHRASE"] = phrase },
            ["--data", folder, "--port", "0", .. more]
        );

    /// <summary>A browser: it keeps its cookies and, here, takes any certificate.</summary>
    private static async Task<HttpClient> Browser(Launched server)
    {
        var told = new Uri((await server.Address).TrimEnd('.'));
#pragma warning disable CA5399, CA2000
        var handler = new HttpClientHandler
        {
            ServerCertificateCustomValidationCallback = HttpClientHandler.DangerousAcceptAnyServerCertificateValidator,
        };
        return new(handler, disposeHandler: true) { BaseAddress = new($"{told.Scheme}://127.0.0.1:{told.Port}") };
#pragma warning restore CA5399, CA2000
    }

    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    private static Task<HttpResponseMessage> Try(HttpClient browser, string phrase) =>
        browser.PostAsJsonAsync("/api/door", new { phrase }, Stop);

    private static async Task<HttpStatusCode> Ask(HttpClient browser, string path, string? host = null)
    {
        using var request = new HttpRequestMessage(HttpMethod.Get, path);
        if (host is not null)
            request.Headers.Host = host;
        using var answer = await browser.SendAsync(request, Stop);
        return answer.StatusCode;
    }

    [Fact]
    public async Task Nothing_is_told_before_the_phrase_and_everything_after_it()
    {
        var folder = NewFolder();
        using var server = Shared(folder, Phrase, "--share", "network", "--demo", "true");
        using var browser = await Browser(server);
        foreach (
            var path in new[] { "/api/workspace", "/api/log", "/api/health", "/openapi/v1.json", "/standin/logger" }
        )
            Assert.Equal(HttpStatusCode.Unauthorized, await Ask(browser, path));
        using (var saved = await browser.PostAsJsonAsync("/api/plan", new { }, Stop))
            Assert.Equal(HttpStatusCode.Unauthorized, saved.StatusCode);
        var door = await browser.GetFromJsonAsync<Dictionary<string, bool>>("/api/door", Stop);
        Assert.Equal((true, false), (door!["shared"], door["entered"]));
        using (var wrong = await Try(browser, "three other words"))
            Assert.Equal(HttpStatusCode.Forbidden, wrong.StatusCode);
        Assert.Equal(HttpStatusCode.Unauthorized, await Ask(browser, "/api/workspace"));
        using (var right = await Try(browser, Phrase))
        {
            Assert.Equal(HttpStatusCode.OK, right.StatusCode);
            var cookie = Assert.Single(right.Headers.GetValues("Set-Cookie"));
            Assert.Contains("httponly", cookie, StringComparison.OrdinalIgnoreCase);
            Assert.Contains("samesite=strict", cookie, StringComparison.OrdinalIgnoreCase);
        }
        Assert.Equal(HttpStatusCode.OK, await Ask(browser, "/api/workspace"));
        using (await browser.DeleteAsync("/api/door", Stop)) { }
        Assert.Equal(HttpStatusCode.Unauthorized, await Ask(browser, "/api/workspace"));

        // The phrase itself lies nowhere, and nobody else may read what does.
        var kept = Directory
            .GetFiles(folder, "*", SearchOption.AllDirectories)
            .Where(f => !f.Contains("ermine.", StringComparison.Ordinal));
        Assert.All(
            kept,
            f =>
            {
                Assert.DoesNotContain(Phrase, File.ReadAllText(f), StringComparison.Ordinal);
                if (!OperatingSystem.IsWindows())
                    Assert.Equal(
                        UnixFileMode.None,
                        File.GetUnixFileMode(f) & (UnixFileMode.GroupRead | UnixFileMode.OtherRead)
                    );
            }
        );
    }

    [Fact]
    public async Task Tries_are_limited_and_say_when_to_come_again()
    {
        using var server = Shared(NewFolder(), Phrase, "--share", "network");
        using var browser = await Browser(server);
        var statuses = new List<HttpStatusCode>();
        for (var n = 0; n < 7; n++)
            using (var tried = await Try(browser, $"wrong phrase {n}"))
                statuses.Add(tried.StatusCode);
        Assert.Equal(5, statuses.Count(s => s == HttpStatusCode.Forbidden));
        Assert.Equal(HttpStatusCode.TooManyRequests, statuses[^1]);
        using var right = await Try(browser, Phrase);
        Assert.Equal(HttpStatusCode.TooManyRequests, right.StatusCode);
        Assert.InRange(right.Headers.RetryAfter!.Delta!.Value.TotalSeconds, 1, 60);
    }

    [Fact]
    public async Task A_cookie_outlives_a_start_and_ends_with_its_phrase()
    {
        var folder = NewFolder();
        string cookie;
        using (var first = Shared(folder, Phrase, "--share", "network"))
        using (var browser = await Browser(first))
        using (var right = await Try(browser, Phrase))
            cookie = Assert.Single(right.Headers.GetValues("Set-Cookie")).Split(';')[0];
        async Task<HttpStatusCode> With(Launched server)
        {
            using var browser = await Browser(server);
            using var request = new HttpRequestMessage(HttpMethod.Get, "/api/workspace");
            request.Headers.Add("Cookie", cookie);
            using var answer = await browser.SendAsync(request, Stop);
            return answer.StatusCode;
        }
        // The phrase is kept, so that none has to be given again.
        using (var again = Shared(folder, null, "--share", "network"))
            Assert.Equal(HttpStatusCode.OK, await With(again));
        using (var other = Shared(folder, "quite another phrase", "--share", "network"))
            Assert.Equal(HttpStatusCode.Unauthorized, await With(other));
    }

    [Fact]
    public async Task It_answers_to_its_own_names_alone()
    {
        using var server = Shared(NewFolder(), Phrase, "--share", "network", "--names", "tent.example.org");
        using var browser = await Browser(server);
        foreach (var name in new[] { "tent.example.org", "192.168.1.7", Environment.MachineName, "localhost" })
            Assert.Equal(HttpStatusCode.OK, await Ask(browser, "/api/door", name));
        Assert.Equal(HttpStatusCode.MisdirectedRequest, await Ask(browser, "/api/door", "elsewhere.example.org"));
        using var alone = new Launched("--data", NewFolder(), "--port", "0");
        using var local = await Browser(alone);
        Assert.Equal(HttpStatusCode.OK, await Ask(local, "/api/workspace"));
        foreach (var name in new[] { "192.168.1.7", "tent.example.org" })
            Assert.Equal(HttpStatusCode.MisdirectedRequest, await Ask(local, "/api/door", name));
    }

    [Fact]
    public async Task Nothing_but_what_is_typed_opens_it()
    {
        using var server = new Launched(
            new Dictionary<string, string>
            {
                ["SHARE"] = "network",
                ["ERMINE_PASS_PHRASE"] = Phrase,
                ["NAMES"] = "/",
            },
            "--data",
            NewFolder(),
            "--port",
            "0"
        );
        Assert.StartsWith("http://127.0.0.1:", await server.Address, StringComparison.Ordinal);
        using var browser = await Browser(server);
        Assert.Equal(HttpStatusCode.MisdirectedRequest, await Ask(browser, "/api/door", "192.168.1.7"));
        Assert.Equal(HttpStatusCode.OK, await Ask(browser, "/api/workspace"));
    }

    [Fact]
    public async Task A_proxy_is_heard_about_the_way_its_people_came()
    {
        using var server = Shared(NewFolder(), Phrase, "--share", "proxy", "--names", "tent.example.org");
        using var browser = await Browser(server);
        async Task<HttpResponseMessage> Through(string host, string proto)
        {
            using var request = new HttpRequestMessage(HttpMethod.Post, "/api/door")
            {
                Content = JsonContent.Create(new { phrase = Phrase }),
            };
            request.Headers.Add("X-Forwarded-For", "203.0.113.9");
            request.Headers.Add("X-Forwarded-Proto", proto);
            request.Headers.Add("X-Forwarded-Host", host);
            request.Headers.Add("Origin", $"{proto}://{host}");
            return await browser.SendAsync(request, Stop);
        }
        using var secure = await Through("tent.example.org", "https");
        Assert.Equal(HttpStatusCode.OK, secure.StatusCode);
        Assert.Contains(
            "secure",
            Assert.Single(secure.Headers.GetValues("Set-Cookie")),
            StringComparison.OrdinalIgnoreCase
        );
        // A name that it was not started with is not taken from the proxy, so the page's origin is another's.
        using var other = await Through("elsewhere.example.org", "https");
        Assert.Equal(HttpStatusCode.Forbidden, other.StatusCode);
    }

    [Fact]
    public async Task A_given_certificate_is_spoken_with()
    {
        var folder = NewFolder();
        using var key = RSA.Create(2048);
        var request = new CertificateRequest(
            "CN=tent.example.org",
            key,
            HashAlgorithmName.SHA256,
            RSASignaturePadding.Pkcs1
        );
        using var made = request.CreateSelfSigned(DateTimeOffset.Now.AddDays(-1), DateTimeOffset.Now.AddDays(9));
        var (certificate, itsKey) = (Path.Combine(folder, "own.crt"), Path.Combine(folder, "own.key"));
        await File.WriteAllTextAsync(certificate, made.ExportCertificatePem(), Stop);
        await File.WriteAllTextAsync(itsKey, key.ExportPkcs8PrivateKeyPem(), Stop);
        using var server = Shared(
            NewFolder(),
            Phrase,
            ["--share", "network", "--certificate", certificate, "--certificate-key", itsKey]
        );
        Assert.StartsWith("https://", await server.Address, StringComparison.Ordinal);
        using var browser = await Browser(server);
        using var right = await Try(browser, Phrase);
        Assert.Contains(
            "secure",
            Assert.Single(right.Headers.GetValues("Set-Cookie")),
            StringComparison.OrdinalIgnoreCase
        );
        Assert.Equal(HttpStatusCode.OK, await Ask(browser, "/api/workspace"));
    }

    [Theory]
    [InlineData(null, "pass phrase", "--share", "network")]
    [InlineData("too short", "12 to 200", "--share", "network")]
    [InlineData(Phrase, "network, proxy or nobody", "--share", "everyone")]
    [InlineData(Phrase, "--names", "--share", "proxy")]
    [InlineData(Phrase, "not a name", "--share", "network", "--names", "no name")]
    [InlineData(Phrase, "go with --share", "--names", "tent.example.org")]
    [InlineData(Phrase, "cannot be read", "--share", "network", "--certificate", "nowhere.pfx")]
    [InlineData(Phrase, "goes with --certificate", "--share", "network", "--certificate-key", "nowhere.key")]
    public async Task What_cannot_be_shared_is_refused_in_a_sentence(string? phrase, string says, params string[] more)
    {
        using var server = Shared(NewFolder(), phrase, more);
        Assert.Equal(1, await server.Ended());
        Assert.Contains(says, server.Error, StringComparison.Ordinal);
        Assert.Single(server.Error.Trim().Split('\n'));
    }
}
