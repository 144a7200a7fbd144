using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Ermine.Storage.Migrations
{
    /// <inheritdoc />
    public partial class Start : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateTable(
                name: "Forecasts",
                columns: table => new
                {
                    Id = table.Column<Guid>(type: "TEXT", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    IssuedAt = table.Column<DateTimeOffset>(type: "TEXT", nullable: false),
                    ElevationM = table.Column<double>(type: "REAL", nullable: true),
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Forecasts", x => x.Id);
                }
            );

            migrationBuilder.CreateTable(
                name: "Items",
                columns: table => new
                {
                    Id = table.Column<Guid>(type: "TEXT", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false, collation: "NOCASE"),
                    Kind = table.Column<string>(type: "TEXT", nullable: false),
                    MassG = table.Column<double>(type: "REAL", nullable: false),
                    Source = table.Column<string>(type: "TEXT", nullable: false),
                    CoverHead = table.Column<double>(type: "REAL", nullable: false),
                    CoverTorso = table.Column<double>(type: "REAL", nullable: false),
                    CoverLegs = table.Column<double>(type: "REAL", nullable: false),
                    CoverFeet = table.Column<double>(type: "REAL", nullable: false),
                    LoftFactor = table.Column<double>(type: "REAL", nullable: false),
                    Hood = table.Column<bool>(type: "INTEGER", nullable: false),
                    Collar = table.Column<bool>(type: "INTEGER", nullable: false),
                    DraftTube = table.Column<bool>(type: "INTEGER", nullable: false),
                    ClosedFoot = table.Column<bool>(type: "INTEGER", nullable: false),
                    Windproof = table.Column<bool>(type: "INTEGER", nullable: false),
                    InnerGirthCm = table.Column<double>(type: "REAL", nullable: true),
                    Narrow = table.Column<bool>(type: "INTEGER", nullable: false),
                    Soft = table.Column<bool>(type: "INTEGER", nullable: false),
                    Notes = table.Column<string>(type: "TEXT", nullable: false),
                    Version = table.Column<long>(type: "INTEGER", nullable: false),
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Items", x => x.Id);
                }
            );

            migrationBuilder.CreateTable(
                name: "Sleepers",
                columns: table => new
                {
                    Id = table.Column<Guid>(type: "TEXT", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false, collation: "NOCASE"),
                    MassKg = table.Column<double>(type: "REAL", nullable: false),
                    HeightCm = table.Column<double>(type: "REAL", nullable: false),
                    AgeYears = table.Column<int>(type: "INTEGER", nullable: false),
                    Sex = table.Column<string>(type: "TEXT", nullable: false),
                    StatedOffsetK = table.Column<double>(type: "REAL", nullable: false),
                    Version = table.Column<long>(type: "INTEGER", nullable: false),
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Sleepers", x => x.Id);
                }
            );

            migrationBuilder.CreateTable(
                name: "ForecastHourRow",
                columns: table => new
                {
                    ForecastId = table.Column<Guid>(type: "TEXT", nullable: false),
                    Position = table.Column<int>(type: "INTEGER", nullable: false),
                    Time = table.Column<DateTimeOffset>(type: "TEXT", nullable: false),
                    TemperatureC = table.Column<double>(type: "REAL", nullable: false),
                    WindMs = table.Column<double>(type: "REAL", nullable: true),
                    Humidity = table.Column<double>(type: "REAL", nullable: true),
                    Cloud = table.Column<double>(type: "REAL", nullable: true),
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_ForecastHourRow", x => new { x.ForecastId, x.Position });
                    table.ForeignKey(
                        name: "FK_ForecastHourRow_Forecasts_ForecastId",
                        column: x => x.ForecastId,
                        principalTable: "Forecasts",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade
                    );
                }
            );

            migrationBuilder.CreateTable(
                name: "ClaimRow",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false).Annotation("Sqlite:Autoincrement", true),
                    ItemId = table.Column<Guid>(type: "TEXT", nullable: false),
                    Position = table.Column<int>(type: "INTEGER", nullable: false),
                    Kind = table.Column<string>(type: "TEXT", nullable: false),
                    Value = table.Column<double>(type: "REAL", nullable: false),
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_ClaimRow", x => x.Id);
                    table.ForeignKey(
                        name: "FK_ClaimRow_Items_ItemId",
                        column: x => x.ItemId,
                        principalTable: "Items",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade
                    );
                }
            );

            migrationBuilder.CreateTable(
                name: "Trips",
                columns: table => new
                {
                    Id = table.Column<Guid>(type: "TEXT", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false, collation: "NOCASE"),
                    SleeperId = table.Column<Guid>(type: "TEXT", nullable: false),
                    School = table.Column<string>(type: "TEXT", nullable: false),
                    Confidence = table.Column<double>(type: "REAL", nullable: false),
                    FlatMarginK = table.Column<double>(type: "REAL", nullable: false),
                    ForecastId = table.Column<Guid>(type: "TEXT", nullable: true),
                    UnderGap = table.Column<string>(type: "TEXT", nullable: false),
                    Version = table.Column<long>(type: "INTEGER", nullable: false),
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Trips", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Trips_Forecasts_ForecastId",
                        column: x => x.ForecastId,
                        principalTable: "Forecasts",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict
                    );
                    table.ForeignKey(
                        name: "FK_Trips_Sleepers_SleeperId",
                        column: x => x.SleeperId,
                        principalTable: "Sleepers",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict
                    );
                }
            );

            migrationBuilder.CreateTable(
                name: "AlongRow",
                columns: table => new
                {
                    TripId = table.Column<Guid>(type: "TEXT", nullable: false),
                    ItemId = table.Column<Guid>(type: "TEXT", nullable: false),
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_AlongRow", x => new { x.TripId, x.ItemId });
                    table.ForeignKey(
                        name: "FK_AlongRow_Items_ItemId",
                        column: x => x.ItemId,
                        principalTable: "Items",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict
                    );
                    table.ForeignKey(
                        name: "FK_AlongRow_Trips_TripId",
                        column: x => x.TripId,
                        principalTable: "Trips",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade
                    );
                }
            );

            migrationBuilder.CreateTable(
                name: "LayerRow",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false).Annotation("Sqlite:Autoincrement", true),
                    TripId = table.Column<Guid>(type: "TEXT", nullable: false),
                    NightId = table.Column<Guid>(type: "TEXT", nullable: true),
                    Position = table.Column<int>(type: "INTEGER", nullable: false),
                    ItemId = table.Column<Guid>(type: "TEXT", nullable: false),
                    Closure = table.Column<string>(type: "TEXT", nullable: false),
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_LayerRow", x => x.Id);
                    table.ForeignKey(
                        name: "FK_LayerRow_Items_ItemId",
                        column: x => x.ItemId,
                        principalTable: "Items",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict
                    );
                    table.ForeignKey(
                        name: "FK_LayerRow_Trips_TripId",
                        column: x => x.TripId,
                        principalTable: "Trips",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade
                    );
                }
            );

            migrationBuilder.CreateTable(
                name: "NightRow",
                columns: table => new
                {
                    TripId = table.Column<Guid>(type: "TEXT", nullable: false),
                    Id = table.Column<Guid>(type: "TEXT", nullable: false),
                    Date = table.Column<DateOnly>(type: "TEXT", nullable: false),
                    Camp = table.Column<string>(type: "TEXT", nullable: false),
                    ElevationM = table.Column<double>(type: "REAL", nullable: false),
                    Terrain = table.Column<string>(type: "TEXT", nullable: false),
                    Surface = table.Column<string>(type: "TEXT", nullable: false),
                    Shelter = table.Column<string>(type: "TEXT", nullable: false),
                    Sleepers = table.Column<int>(type: "INTEGER", nullable: false),
                    VentsOpen = table.Column<bool>(type: "INTEGER", nullable: false),
                    TypedLowC = table.Column<double>(type: "REAL", nullable: true),
                    TypedHighC = table.Column<double>(type: "REAL", nullable: true),
                    TypedWindMs = table.Column<double>(type: "REAL", nullable: true),
                    TypedCloud = table.Column<double>(type: "REAL", nullable: true),
                    OwnUnderGap = table.Column<string>(type: "TEXT", nullable: true),
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_NightRow", x => new { x.TripId, x.Id });
                    table.ForeignKey(
                        name: "FK_NightRow_Trips_TripId",
                        column: x => x.TripId,
                        principalTable: "Trips",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade
                    );
                }
            );

            migrationBuilder.CreateIndex(name: "IX_AlongRow_ItemId", table: "AlongRow", column: "ItemId");

            migrationBuilder.CreateIndex(name: "IX_ClaimRow_ItemId", table: "ClaimRow", column: "ItemId");

            migrationBuilder.CreateIndex(name: "IX_Items_Name", table: "Items", column: "Name", unique: true);

            migrationBuilder.CreateIndex(name: "IX_LayerRow_ItemId", table: "LayerRow", column: "ItemId");

            migrationBuilder.CreateIndex(name: "IX_LayerRow_TripId", table: "LayerRow", column: "TripId");

            migrationBuilder.CreateIndex(name: "IX_Sleepers_Name", table: "Sleepers", column: "Name", unique: true);

            migrationBuilder.CreateIndex(name: "IX_Trips_ForecastId", table: "Trips", column: "ForecastId");

            migrationBuilder.CreateIndex(name: "IX_Trips_Name", table: "Trips", column: "Name", unique: true);

            migrationBuilder.CreateIndex(name: "IX_Trips_SleeperId", table: "Trips", column: "SleeperId");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(name: "AlongRow");

            migrationBuilder.DropTable(name: "ClaimRow");

            migrationBuilder.DropTable(name: "ForecastHourRow");

            migrationBuilder.DropTable(name: "LayerRow");

            migrationBuilder.DropTable(name: "NightRow");

            migrationBuilder.DropTable(name: "Items");

            migrationBuilder.DropTable(name: "Trips");

            migrationBuilder.DropTable(name: "Forecasts");

            migrationBuilder.DropTable(name: "Sleepers");
        }
    }
}
