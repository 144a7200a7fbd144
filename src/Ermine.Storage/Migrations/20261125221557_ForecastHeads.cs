using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Ermine.Storage.Migrations
{
    /// <inheritdoc />
    public partial class ForecastHeads : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<DateTimeOffset>(
                name: "From",
                table: "Forecasts",
                type: "TEXT",
                nullable: false,
                defaultValue: new DateTimeOffset(
                    new DateTime(1, 1, 1, 0, 0, 0, 0, DateTimeKind.Unspecified),
                    new TimeSpan(0, 0, 0, 0, 0)
                )
            );

            migrationBuilder.AddColumn<int>(
                name: "HourCount",
                table: "Forecasts",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0
            );

            migrationBuilder.AddColumn<int>(
                name: "MemberCount",
                table: "Forecasts",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0
            );

            migrationBuilder.AddColumn<DateTimeOffset>(
                name: "To",
                table: "Forecasts",
                type: "TEXT",
                nullable: false,
                defaultValue: new DateTimeOffset(
                    new DateTime(1, 1, 1, 0, 0, 0, 0, DateTimeKind.Unspecified),
                    new TimeSpan(0, 0, 0, 0, 0)
                )
            );

            migrationBuilder.CreateTable(
                name: "Marks",
                columns: table => new { Name = table.Column<string>(type: "TEXT", nullable: false) },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Marks", x => x.Name);
                }
            );

            migrationBuilder.Sql(
                """
                UPDATE Forecasts SET
                    HourCount = (SELECT COUNT(*) FROM ForecastHourRow h WHERE h.ForecastId = Forecasts.Id),
                    [From] = COALESCE((SELECT h.Time FROM ForecastHourRow h WHERE h.ForecastId = Forecasts.Id ORDER BY h.Position LIMIT 1), IssuedAt),
                    [To] = COALESCE((SELECT h.Time FROM ForecastHourRow h WHERE h.ForecastId = Forecasts.Id ORDER BY h.Position DESC LIMIT 1), IssuedAt),
                    MemberCount = COALESCE((SELECT json_array_length(h.Members) FROM ForecastHourRow h
                        WHERE h.ForecastId = Forecasts.Id AND json_valid(h.Members) ORDER BY h.Position LIMIT 1), 0)
                """
            );
            // What is soaked on some day is referred to as well.
            migrationBuilder.Sql(
                """
                INSERT OR IGNORE INTO TripItemRow (TripId, ItemId)
                SELECT t.Id, i.Id
                FROM (SELECT Id, Body FROM Trips WHERE json_valid(Body)) t, json_each(t.Body, '$.members') m,
                    json_each(m.value, '$.dry.days') d, json_each(d.value, '$.soaked') s, Items i
                WHERE i.Id = upper(s.value)
                """
            );
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(name: "Marks");

            migrationBuilder.DropColumn(name: "From", table: "Forecasts");

            migrationBuilder.DropColumn(name: "HourCount", table: "Forecasts");

            migrationBuilder.DropColumn(name: "MemberCount", table: "Forecasts");

            migrationBuilder.DropColumn(name: "To", table: "Forecasts");
        }
    }
}
