using System.Globalization;
using System.Security.Claims;
using System.Security.Cryptography;
using System.Security.Cryptography.X509Certificates;
using System.Threading.RateLimiting;
using Ermine.Storage;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Authentication.Cookies;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.HttpOverrides;
using Microsoft.AspNetCore.Server.Kestrel.Core;

namespace Ermine.Server.Hosting;

/// <summary>With whom Ermine is shared on purpose.</summary>
public enum ShareWith
{
    /// <summary>All who reach this machine over the network.</summary>
    Network,

    /// <summary>All whom a reverse proxy on this machine lets through.</summary>
    Proxy,
}

/// <summary>How Ermine is shared.</summary>
/// <param name="With">With whom.</param>
/// <param name="Names">Names under which it is reached besides those of the machine.</param>
/// <param name="Certificate">Certificate to speak HTTPS with, PFX or PEM; null for plain HTTP.</param>
/// <param name="CertificateKey">Its key in a PEM file of its own; null where it is in the certificate's file.</param>
/// <param name="NewPhrase">Another pass phrase is asked for.</param>
public sealed record Share(
    ShareWith With,
    IReadOnlyList<string> Names,
    string? Certificate,
    string? CertificateKey,
    bool NewPhrase
);

/// <summary>
/// Opens Ermine to others where that is asked for: nothing of anyone's data is told without the pass phrase, tries are limited, the cookie is
/// the framework's and its keys lie in the data folder.
/// </summary>
public static class Sharing
{
    /// <summary>The call by which one enters.</summary>
    public const string Door = "/api/door";

    /// <summary>Tries of one address, and of all together, in a minute.</summary>
    private const int TriesOfOne = 5,
        TriesOfAll = 60;

    /// <summary>Password of a PFX.</summary>
    private const string CertificatePassword = "ERMINE_CERTIFICATE_PASSWORD";

    private const string StampClaim = "phrase";

    private static readonly TimeSpan Stays = TimeSpan.FromDays(30);

    /// <summary>Who may ask: nobody but this machine where it is not shared.</summary>
    public static void Add(WebApplicationBuilder builder, CommandLine told)
    {
        builder.Services.AddSingleton<PassPhrase>();
        if (told.Share is not { } share)
        {
            builder.WebHost.UseUrls($"http://127.0.0.1:{told.Port}");
            return;
        }
        var certificate = share.Certificate is null ? null : Read(share);
        builder.WebHost.ConfigureKestrel(kestrel =>
        {
            void Secure(ListenOptions listens)
            {
                if (certificate is not null)
                    listens.UseHttps(certificate);
            }
            if (share.With == ShareWith.Network)
                kestrel.ListenAnyIP(told.Port, Secure);
            else
                kestrel.Listen(System.Net.IPAddress.Loopback, told.Port, Secure);
        });
        builder
            .Services.AddDataProtection()
            .SetApplicationName("Ermine")
            .PersistKeysToFileSystem(new(Path.Combine(told.Data, PassPhrase.Keys)));
        builder
            .Services.AddAuthentication(CookieAuthenticationDefaults.AuthenticationScheme)
            .AddCookie(cookie =>
            {
                cookie.Cookie.Name = "ermine";
                cookie.Cookie.SameSite = SameSiteMode.Strict;
                cookie.Cookie.SecurePolicy = CookieSecurePolicy.SameAsRequest;
                cookie.ExpireTimeSpan = Stays;
                cookie.Events.OnRedirectToLogin = context => Problems.Locked.ExecuteAsync(context.HttpContext);
                cookie.Events.OnValidatePrincipal = context =>
                {
                    var phrase = context.HttpContext.RequestServices.GetRequiredService<PassPhrase>();
                    if (context.Principal?.FindFirstValue(StampClaim) != phrase.Stamp)
                        context.RejectPrincipal();
                    return Task.CompletedTask;
                };
            });
        builder.Services.AddAuthorization(rules =>
            rules.FallbackPolicy = new AuthorizationPolicyBuilder().RequireAuthenticatedUser().Build()
        );
        builder.Services.AddRateLimiter(limits =>
        {
            limits.RejectionStatusCode = StatusCodes.Status429TooManyRequests;
            limits.GlobalLimiter = PartitionedRateLimiter.CreateChained(
                Tries(c => c.Connection.RemoteIpAddress?.ToString() ?? "", TriesOfOne),
                Tries(_ => "all", TriesOfAll)
            );
            limits.OnRejected = async (rejected, _) =>
            {
                if (rejected.Lease.TryGetMetadata(MetadataName.RetryAfter, out var wait))
                    rejected.HttpContext.Response.Headers.RetryAfter = Math.Ceiling(wait.TotalSeconds)
                        .ToString(CultureInfo.InvariantCulture);
                await Problems.TooManyTries.ExecuteAsync(rejected.HttpContext);
            };
        });
    }

    /// <summary>What a proxy says of whom it speaks for is heard first.</summary>
    public static void UseProxy(WebApplication app, CommandLine told)
    {
        if (told.Share is { With: ShareWith.Proxy } share)
            app.UseForwardedHeaders(
                new ForwardedHeadersOptions
                {
                    ForwardedHeaders =
                        ForwardedHeaders.XForwardedFor
                        | ForwardedHeaders.XForwardedProto
                        | ForwardedHeaders.XForwardedHost,
                    AllowedHosts = [.. share.Names],
                }
            );
    }

    /// <summary>Comes after the page's own files, which hold nothing of anyone's, and before everything else.</summary>
    public static void Use(WebApplication app, CommandLine told)
    {
        if (told.Share is null)
            return;
        app.UseRateLimiter();
        app.UseAuthentication();
        app.UseAuthorization();
    }

    /// <summary>Lets one in for a month.</summary>
    public static Task Enter(HttpContext context) =>
        context.SignInAsync(
            new ClaimsPrincipal(
                new ClaimsIdentity(
                    [new Claim(StampClaim, context.RequestServices.GetRequiredService<PassPhrase>().Stamp)],
                    CookieAuthenticationDefaults.AuthenticationScheme
                )
            ),
            new AuthenticationProperties { IsPersistent = true }
        );

    private static PartitionedRateLimiter<HttpContext> Tries(Func<HttpContext, string> of, int most) =>
        PartitionedRateLimiter.Create<HttpContext, string>(context =>
            HttpMethods.IsPost(context.Request.Method) && context.Request.Path.StartsWithSegments(Door)
                ? RateLimitPartition.GetFixedWindowLimiter(
                    of(context),
                    _ => new() { PermitLimit = most, Window = TimeSpan.FromMinutes(1) }
                )
                : RateLimitPartition.GetNoLimiter("others")
        );

    private static X509Certificate2 Read(Share share)
    {
        var file = share.Certificate!;
        try
        {
            var certificate =
                share.CertificateKey is { } key ? X509Certificate2.CreateFromPemFile(file, key)
                : Path.GetExtension(file).ToLowerInvariant() is ".pem" or ".crt"
                    ? X509Certificate2.CreateFromPemFile(file)
                : X509CertificateLoader.LoadPkcs12FromFile(
                    file,
                    Environment.GetEnvironmentVariable(CertificatePassword)
                );
            return certificate.NotAfter < DateTime.Now
                ? throw new RefusedException(
                    $"The certificate {file} ran out on {certificate.NotAfter:d MMMM yyyy}: give one that holds."
                )
                : certificate;
        }
        catch (Exception error) when (error is CryptographicException or IOException or UnauthorizedAccessException)
        {
            throw new RefusedException(
                $"The certificate {file} cannot be read: give a PFX (its password in {CertificatePassword}), or a PEM with its key by --certificate-key.",
                error
            );
        }
    }
}
