import { expect, type Page, test } from "@playwright/test";
import { launch, newFolder } from "./server.mjs";

// On empty data, with a server of its own.
const at = 5245;

/** Counts what a person presses and types. */
function counted(page: Page) {
  const count = { presses: 0, characters: 0 };
  return {
    count,
    press: async (name: string) => {
      count.presses++;
      await page.getByRole("button", { name, exact: true }).click();
    },
    type: async (text: string) => {
      count.characters += text.length;
      await page.keyboard.type(text);
    },
    enter: async () => {
      count.presses++;
      await page.keyboard.press("Enter");
    },
  };
}

test("from nothing to a verdict in twelve presses and sixty characters", async ({ page }) => {
  const server = await launch(newFolder(), at, false);
  try {
    await page.goto(server.url);
    await expect(page.getByRole("heading", { level: 1 })).toHaveText("How cold will it be, and when?");
    const { count, press, type, enter } = counted(page);
    await type("-18 sat, -22 sun");
    await enter();
    await press("+ pad");
    const added = (what: string) => expect(page.getByRole("button", { name: what, exact: true })).toBeHidden();
    await type("foam pad r2");
    await enter();
    await added("+ pad");
    await press("+ bag or quilt");
    await type("down bag -12 comfort");
    await enter();
    await added("+ bag or quilt");
    const headline = page.getByRole("heading", { level: 1 });
    await expect(headline).toHaveText(/^(Warm|Cool|Cold|No-go)\. Holds to .+ Short by \d+\.$/);
    expect(count.presses).toBeLessThanOrEqual(12);
    expect(count.characters).toBeLessThanOrEqual(60);

    // What was taken as usual says so, and what would narrow the answer is asked; said there, it counts.
    await press("+ socks");
    await page.getByRole("dialog").getByRole("button", { name: /^Thick wool socks/ }).click();
    const asked = page.locator("section", { has: page.getByRole("heading", { name: "Look up first" }) });
    await expect(asked).toContainText("Who sleeps");
    const workspace = async () => (await page.request.get(`${server.url}/api/workspace`)).json();
    await expect
      .poll(async () => (await workspace()).items.map((i: { source: string }) => i.source).sort())
      .toEqual(["labelled", "labelled", "usual"]);
    const { trips } = await workspace();
    expect(trips[0].nights.map((n: { typedLowC: number }) => n.typedLowC)).toEqual([-18, -22]);

    // Each thing was one step, with its place in the bed.
    await page.getByRole("button", { name: "Undo" }).click();
    await expect(page.getByRole("button", { name: "+ socks", exact: true })).toBeVisible();
  } finally {
    await server.end();
  }
});

test("the examples stand beside one's own trip and go in one press", async ({ page }) => {
  const server = await launch(newFolder(), at, false);
  try {
    await page.goto(server.url);
    await page.getByRole("button", { name: "Look at the examples" }).click();
    await expect(page.getByRole("heading", { level: 1 })).toContainText(/holds?\.|hold\./);
    await expect(page.getByRole("status").filter({ hasText: "Saved" })).toBeVisible();
    const count = async () => {
      const all = await (await page.request.get(`${server.url}/api/workspace`)).json();
      return [all.trips.length, all.items.length, all.sleepers.length];
    };
    expect(await count()).toEqual([3, 163, 4]);
    await page.getByRole("banner").getByRole("button", { name: "Isvar crossing" }).click();
    await page.getByRole("menuitem", { name: "Take the examples away" }).click();
    await expect(page.getByRole("heading", { level: 1 })).toHaveText("How cold will it be, and when?");
    await expect.poll(count).toEqual([0, 0, 1]);
  } finally {
    await server.end();
  }
});
