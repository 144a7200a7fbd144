import { toPng } from "html-to-image";

/** A card as a picture, sharp enough to be enlarged on a phone. */
export async function saveImage(card: HTMLElement, name: string) {
  const link = document.createElement("a");
  link.href = await toPng(card, { pixelRatio: 3, backgroundColor: "#ffffff" });
  link.download = name;
  link.click();
}
