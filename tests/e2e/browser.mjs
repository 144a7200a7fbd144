// What the browser tests, the shots and the first-page measure share.
export const port = 5239;

const root = new URL("../../src/Ermine.Server/", import.meta.url).pathname;
/** The server as it ships, compiled ahead, and what it serves. */
export const server = [`${root}bin/ready/Ermine.Server.dll`, "--contentRoot", root];

/** Debian's Chromium, told to leave the network alone. */
export const chromium = {
  executablePath: "/usr/bin/chromium",
  args: [
    "--headless",
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
  ],
};

/** Settings as the page keeps them. */
export const settings = (change) => JSON.stringify({ state: change, version: 0 });
