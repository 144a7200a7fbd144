import AxeBuilder from "@axe-core/playwright";
import { expect, test } from "@playwright/test";
import { headline, ownPerson, ownTrip, saved } from "./demo";

test("a task is put on the hours, set, cut in two and undone; the hand is drawn as it is worn", async ({ page }) => {
  const trip = await ownTrip(page, "Fingers", "Isvar crossing", true);
  await page.goto(`/trips/${trip.id}/day/2?of=hands`);
  await expect(page.getByRole("img", { name: /^Cut across the fingers/ })).toBeVisible();
  await page.getByRole("button", { name: "Add a task" }).click();
  await page.getByRole("button", { name: /^mending/ }).click();
  await page.getByLabel("Takes, min").fill("900");
  await expect(page.getByText(/Give a number from 0.5 to 180 minutes/).first()).toBeVisible();
  await expect(page.getByRole("img", { name: /^Cut across the fingers/ })).toBeVisible();
  await page.getByLabel("Takes, min").fill("40");
  await expect(headline(page)).toContainText("Fingers fail at mending");
  await expect(page.getByRole("img", { name: /^Cut across the fingers.*from the skin out: nothing/ })).toBeVisible();
  await page.getByLabel("Ermine chooses: as much as the work allows").uncheck();
  await page.getByLabel("Liner gloves").check();
  await page.keyboard.press("Escape");
  await expect(page.getByRole("img", { name: /from the skin out: Liner gloves\./ })).toBeVisible();
  const chip = page.getByRole("button", { name: /^mending at/ });
  await chip.focus();
  await page.keyboard.press("ArrowRight");
  await expect(page.getByRole("button", { name: /^mending at \d\d:\d5/ })).toHaveCount(1);
  await chip.click();
  await page.getByRole("button", { name: "Cut in two" }).click();
  await expect(page.getByRole("button", { name: /^mending at/ })).toHaveCount(2);
  await saved(page);
  await page.keyboard.press("Control+z");
  await expect(page.getByRole("button", { name: /^mending at/ })).toHaveCount(1);
});

test("one sock more is answered in degrees, worn in a press, and said to be too much", async ({ page }) => {
  const trip = await ownTrip(page, "Socks", "Isvar crossing", true);
  await page.goto(`/trips/${trip.id}/day/4?of=feet`);
  await expect(headline(page)).toContainText("Stands an hour to");
  await expect(page.getByRole("img", { name: /^Cut through the foot.*mm of room left/ })).toBeVisible();
  const more = page.getByRole("listitem").filter({ hasText: /^\+ Night socks, spare pair/ });
  await expect(more).toContainText("squeezed");
  await more.getByRole("button", { name: "Wear" }).click();
  await expect(headline(page)).toContainText("mm too much in the boot");
  await expect(page.getByText(/Leave one layer out, or take a larger one/)).toBeVisible();
  await page.keyboard.press("Control+z");
  await expect(headline(page)).not.toContainText("too much");
});

test("the face has its minutes, its turns and a cover that is worn in a press", async ({ page }) => {
  const trip = await ownTrip(page, "Faces", "Isvar crossing", true);
  await page.goto(`/trips/${trip.id}/day/4?of=face`);
  await expect(page.getByRole("img", { name: /^Minutes until bare skin freezes/ })).toBeVisible();
  await expect(page.getByText(/to its dry side/).first()).toBeVisible();
  await page.getByRole("button", { name: /^Wear Neck tube, fleece then/ }).click();
  await expect(page.getByRole("button", { name: /^Neck tube, fleece, over mouth and nose/ }).first()).toBeVisible();
  await expect(page.getByRole("button", { name: /^Wear Neck tube/ })).toHaveCount(0);
  await expect(page.getByRole("heading", { name: "Look at each other" })).toBeVisible();
  await page.getByText("If something is white or numb").click();
  await expect(page.getByRole("listitem").filter({ hasText: /^Never rub it/ })).toBeVisible();
});

test("one's own hands are set in a word, and by a line that is known", async ({ page }) => {
  // Of whom nothing is logged: else own days speak in place of what is set.
  const trip = await ownPerson(page, "Own line", "Brenholt weekend", true);
  await page.goto(`/trips/${trip.id}/day/1?of=hands`);
  const lowest = page.getByRole("img", { name: /^fingers through the day/ });
  const before = await lowest.getAttribute("aria-label");
  await page.getByRole("button", { name: /^Sleeper:/ }).click();
  await page.getByLabel("Hands", { exact: true }).selectOption("much colder than most");
  await expect(lowest).not.toHaveAttribute("aria-label", before ?? "");
  await page.getByText("I know a line of my boots or mittens").click();
  await page.getByLabel("Good down to, °C").fill("-4");
  await page.getByRole("button", { name: "Set my line by it" }).click();
  await expect(page.getByRole("status").filter({ hasText: /than most/ })).toBeVisible();
  await page.keyboard.press("Escape");
  await saved(page);
  await page.keyboard.press("Control+z");
  await page.keyboard.press("Control+z");
  await expect(lowest).toHaveAttribute("aria-label", before ?? "");
});

test("a day without air, and one without tasks, say what to do next", async ({ page }) => {
  const trip = await ownTrip(page, "Bare days");
  await page.goto(`/trips/${trip.id}/day/1?of=hands`);
  await expect(page.getByText("Nothing yet: add what needs fingers today")).toBeVisible();
  const bare = {
    ...trip,
    id: crypto.randomUUID(),
    name: "No air",
    forecastId: null,
    version: 0,
    nights: trip.nights.map((n) => ({ ...n, typedLowC: null, typedHighC: null })),
  };
  expect((await page.request.put(`/api/trips/${bare.id}`, { data: bare })).status()).toBe(200);
  await page.goto(`/trips/${bare.id}/day/1?of=feet`);
  await page.reload();
  await expect(page.getByText(/drawn once the day has air/)).toBeVisible();
});

for (const theme of ["Snow", "Lamp"])
  test(`hands, feet and face pass contrast and names in ${theme}`, async ({ page }) => {
    const trip = await ownTrip(page, `Ends ${theme}`, "Isvar crossing", true);
    for (const of of ["hands", "feet", "face"]) {
      await page.goto(`/trips/${trip.id}/day/4?of=${of}`);
      await page.getByRole("heading", { name: "Look at each other" }).waitFor();
      if (theme === "Lamp" && (await page.getByLabel("Theme: snow").count()) > 0) await page.keyboard.press("t");
      const found = await new AxeBuilder({ page }).analyze();
      expect(found.violations.map((v) => `${of} ${v.id}: ${v.nodes[0]?.html}`)).toEqual([]);
    }
  });
