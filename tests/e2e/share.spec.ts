import AxeBuilder from "@axe-core/playwright";
import { expect, test } from "@playwright/test";
import { launch, newFolder } from "./server.mjs";

test("a shared Ermine is entered by its pass phrase and left again", async ({ page }) => {
  const server = await launch(newFolder(), 5246, true, ["--share", "network"], {
    ERMINE_PASS_PHRASE: "four plain words here",
  });
  try {
    await page.goto(server.url);
    const field = page.getByLabel("Pass phrase");
    await expect(field).toBeFocused();
    expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
    await field.fill("three other words");
    await page.keyboard.press("Enter");
    await expect(page.getByRole("alert")).toContainText("not the pass phrase");
    await expect(field).toHaveValue("three other words");
    await field.fill("four plain words here");
    await page.keyboard.press("Enter");
    await expect(page.getByRole("link", { name: /^Cold/ }).first()).toBeVisible();
    await page.getByRole("button", { name: /^(Brenholt|Isvar|Kessar)/ }).click();
    await page.getByRole("menuitem", { name: "Leave this shared Ermine" }).click();
    await expect(field).toBeVisible();
  } finally {
    await server.end();
  }
});
