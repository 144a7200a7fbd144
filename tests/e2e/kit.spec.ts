import { expect, test } from "@playwright/test";
import { headline, ownTrip, saved, workspace } from "./demo";

test("kit: a thing is typed, read, duplicated, refused removal in use, and removed", async ({ page }) => {
  const { trips, items } = await workspace(page);
  await page.goto(`/trips/${trips[0]?.id}/kit`);
  const line = page.getByLabel("Type a thing to add, or search");
  await line.fill("bag of the test -10 comfort 1234 g");
  await expect(page.getByText("Over you · R 6.8 · comfort −10° · 1234 g")).toBeVisible();
  await line.press("Enter");
  await expect(page.getByLabel("Name", { exact: true })).toHaveValue("Bag of the test, −10 °C");
  await expect(page.getByRole("complementary")).toContainText("R 6.8");
  await expect(page.getByRole("complementary")).toContainText("−17°");
  await page.getByText("Usual for its type").click();
  await page.getByLabel("What warms in it").selectOption("down");
  await expect(page.getByText("1 changed")).toBeVisible();
  await page.getByRole("button", { name: "its own; back to not said" }).click();
  await expect(page.getByText("1 changed")).toHaveCount(0);
  await page.getByRole("button", { name: "Duplicate" }).click();
  await expect(page.getByLabel("Name", { exact: true })).toHaveValue("Bag of the test, −10 °C 2");
  await page.getByRole("button", { name: "Remove", exact: true }).click();
  await saved(page);
  expect((await workspace(page)).items.length).toBe(items.length + 1);
  await line.fill("winter down");
  await page.getByRole("button", { name: /^Winter down bag/ }).click();
  await page.getByRole("button", { name: "Remove", exact: true }).click();
  await expect(page.getByRole("alert")).toContainText("take it out there first");
  await page.getByRole("button", { name: "Leave it as it was" }).click();
  await expect(page.getByRole("button", { name: /^Winter down bag/ })).toBeVisible();
});

test("a pasted list becomes a table, a row is mended, all are taken at once and undone at once", async ({ page }) => {
  const { trips, items } = await workspace(page);
  await page.goto(`/trips/${trips[0]?.id}/kit`);
  await page.getByLabel("Type a thing to add, or search").focus();
  await page.evaluate(() => {
    const data = new DataTransfer();
    const long = Array.from({ length: 90 }, (_, n) => `- wool hat of the list, number ${n}`).join("\n");
    data.setData("text/plain", `- 3 thick wool socks of the list\n- floop\n- foam pad of the list r2\n${long}\n`);
    document.activeElement?.dispatchEvent(new ClipboardEvent("paste", { clipboardData: data, bubbles: true, cancelable: true }));
  });
  const sheet = page.getByRole("dialog");
  await expect(sheet).toContainText("94 things in this list");
  await expect(sheet).toContainText("1 line says nothing to Ermine");
  await sheet.getByLabel("Line: floop").fill("floop balaclava");
  await sheet.getByRole("button", { name: "Take 95 things" }).click();
  await saved(page);
  const now = (await workspace(page)).items;
  expect(now.length).toBe(items.length + 95);
  expect(now.map((i) => i.name)).toContain("Thick wool socks of the list 3");
  await page.getByRole("button", { name: "Undo" }).click();
  await saved(page);
  expect((await workspace(page)).items.length).toBe(items.length);
});

test("a file dropped on the page is taken for what it is: kit, and a trip from a companion", async ({ page }) => {
  const trip = await ownTrip(page, "Dropped on");
  await page.goto(`/trips/${trip.id}/cold/1`);
  await expect(headline(page)).toContainText("Six nights hold.");
  const drop = (name: string, text: string) =>
    page.evaluate(
      ([n, t]) => {
        const data = new DataTransfer();
        data.items.add(new File([t as string], n as string));
        dispatchEvent(new DragEvent("drop", { dataTransfer: data, bubbles: true, cancelable: true }));
      },
      [name, text],
    );
  await drop("kit.csv", "Thing;Grams;Comfort (°C)\nDropped down bag;1300;-12\nThin hat;45;\n");
  const sheet = page.getByRole("dialog");
  await expect(sheet).toContainText("2 things from kit.csv");
  await expect(sheet).toContainText("1 of them is here by name already");
  await sheet.getByRole("button", { name: /Take 2 things/ }).click();
  await saved(page);
  const { items } = await workspace(page);
  expect(items.find((i) => i.name === "Dropped down bag")).toMatchObject({ massG: 1300, kind: "bag" });
  expect(items.find((i) => i.name === "Thin hat")).toMatchObject({ massG: 45 });

  const file = await (await page.request.get(`/api/trips/${trip.id}/file`)).json();
  const theirs = { ...file, trips: [{ ...file.trips[0], id: crypto.randomUUID(), name: "From a companion" }] };
  await drop("trip.json", JSON.stringify(theirs));
  await expect(sheet).toContainText("1 new of 1");
  await expect(sheet).toContainText("here already");
  await sheet.getByRole("button", { name: "Take 1", exact: true }).click();
  await expect(page.getByRole("button", { name: "From a companion" })).toBeVisible();
  await expect(headline(page)).toContainText("Six nights hold.");
  await saved(page);

  await drop("letter.txt", "Dear all, this is a letter.");
  await expect(page.getByRole("alert")).toContainText("nothing that Ermine reads");
});

test("one unspecified label is asked about", async ({ page }) => {
  const { trips, items } = await workspace(page);
  const bag = items.find((i) => i.name === "Borrowed bag, one number");
  await page.goto(`/trips/${trips[0]?.id}/kit?thing=${bag?.id}`);
  await expect(page.getByText("does not say which.")).toBeVisible();
  await page.getByRole("button", { name: "It is comfort" }).click();
  await expect(page.getByText("does not say which.")).toHaveCount(0);
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(page.getByText("does not say which.")).toBeVisible();
  await saved(page);
});
