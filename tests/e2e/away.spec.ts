import { expect, test } from "@playwright/test";
import { headline, workspace } from "./demo";

test.use({ serviceWorkers: "allow" });

test("a page that was opened once opens again without its server, with its last plans, and says so", async ({
  page,
  context,
}) => {
  const isvar = (await workspace(page)).trips.find((t) => t.name === "Isvar crossing");
  const night = `/trips/${isvar?.id}/night/4`;
  await page.goto(night);
  await expect(headline(page)).toContainText("Short by");
  const said = await headline(page).innerText();
  await page.evaluate(() => navigator.serviceWorker.ready);
  // From now on the worker is asked, and keeps what is answered.
  await page.reload();
  await expect(headline(page)).toHaveText(said);
  await page.goto(`/trips/${isvar?.id}/take/4`);
  await expect(page.getByRole("button", { name: "Print" })).toBeEnabled({ timeout: 60_000 });

  await context.setOffline(true);
  await page.goto(night);
  await expect(headline(page)).toHaveText(said);
  await expect(page.getByText("Ermine does not answer.")).toBeVisible();
  await page.goto(`/trips/${isvar?.id}/take/4`);
  await expect(page.getByText(/back at first light/).first()).toBeVisible();
  // A station that was never opened opens too: only what it would ask is missing.
  await page.goto(`/trips/${isvar?.id}/dry/1`);
  await expect(page.getByRole("navigation", { name: "Stations" })).toBeVisible();
  await expect(page.getByText("The page stumbled.")).toBeHidden();

  await context.setOffline(false);
  await page.goto(night);
  await expect(headline(page)).toHaveText(said);
  await expect(page.getByText("Ermine does not answer.")).toBeHidden();
});

test("it can be installed", async ({ page }) => {
  await page.goto("/");
  const href = await page.locator("link[rel=manifest]").getAttribute("href");
  const manifest = await (await page.request.get(href as string)).json();
  expect(manifest).toMatchObject({ name: "Ermine", display: "standalone", start_url: "/" });
  for (const icon of manifest.icons)
    expect((await page.request.get(icon.src)).headers()["content-type"]).toContain(icon.type);
});
