/** Signature pad of the customer's pages. Everything else on them works without scripts. */
import SignaturePad from "signature_pad";

/** Size of the sent picture in pixels; it does not depend on the screen. */
const WIDTH = 600;
const HEIGHT = 200;

for (const sheet of document.querySelectorAll<HTMLElement>("[data-sign]")) {
  const canvas = sheet.querySelector("canvas");
  const field = sheet.querySelector("input");
  const form = sheet.closest("form");
  if (!canvas || !field || !form) continue;
  canvas.width = WIDTH;
  canvas.height = HEIGHT;
  const scale = () => WIDTH / canvas.getBoundingClientRect().width;
  const pad = new SignaturePad(canvas, { penColor: "#1D2A30", minWidth: 1, maxWidth: 2.6 });
  // The pad draws in pixels of the screen, the picture has pixels of its own.
  const fitToScreen = () => canvas.getContext("2d")?.setTransform(scale(), 0, 0, scale(), 0, 0);
  fitToScreen();
  window.addEventListener("resize", () => {
    fitToScreen();
    pad.redraw();
  });
  sheet.querySelector("[data-clear]")?.addEventListener("click", () => pad.clear());
  form.addEventListener("submit", () => {
    field.value = pad.isEmpty() ? "" : canvas.toDataURL("image/png");
  });
}
