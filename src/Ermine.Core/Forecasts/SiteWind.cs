namespace Ermine.Core.Forecasts;

/// <summary>What the lie of a camp makes of the wind.</summary>
public static class SiteWind
{
    /// <summary>Wind at a camp as a share of the forecast's: ridges catch it, forest and hollows slow it (assumption).</summary>
    public static double Factor(Terrain terrain) =>
        terrain switch
        {
            Terrain.Ridge => 1.5,
            Terrain.HighMountain => 1.4,
            Terrain.Plateau => 1.2,
            Terrain.LakeIce => 1.1,
            Terrain.Valley => 0.8,
            Terrain.Basin => 0.6,
            Terrain.Forest => 0.4,
            _ => 1,
        };
}
