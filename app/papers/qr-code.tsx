/** A QR code of vectors, so that it prints sharp. */
import { Path, Svg } from "@react-pdf/renderer";
import { create } from "qrcode";
import { PRINT_COLORS } from "#ui/theme/palette.ts";

/** @param size of its side, points */
export function QrCode({ text, size }: { text: string; size: number }) {
  const { modules } = create(text, { errorCorrectionLevel: "M" });
  const dots: string[] = [];
  for (let row = 0; row < modules.size; row++)
    for (let column = 0; column < modules.size; column++)
      if (modules.get(row, column)) dots.push(`M${column} ${row}h1v1h-1z`);
  return (
    <Svg width={size} height={size} viewBox={`0 0 ${modules.size} ${modules.size}`}>
      <Path d={dots.join("")} fill={PRINT_COLORS.ink} />
    </Svg>
  );
}
