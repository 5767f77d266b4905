/** A drawn example of each picture that a customer is asked for, in one stroke. */
import type { ReactNode } from "react";
import type { AskedPictureId } from "#core/survey/asked-pictures.ts";

const DRAWINGS: Readonly<Record<AskedPictureId, ReactNode>> = {
  "supply-label": (
    <>
      <rect x="45" y="14" width="70" height="92" rx="4" />
      <rect x="62" y="30" width="36" height="44" />
      <text x="80" y="60" textAnchor="middle">
        100
      </text>
      <circle cx="80" cy="52" r="42" strokeDasharray="5 5" />
    </>
  ),
  meter: (
    <>
      <rect x="40" y="14" width="80" height="92" rx="6" />
      <rect x="54" y="28" width="52" height="20" />
      <path d="M54 62h52M54 66h52" />
      <path d="M56 78v14M62 78v14M70 78v14M74 78v14M82 78v14M92 78v14M98 78v14M104 78v14" />
    </>
  ),
  board: (
    <>
      <rect x="34" y="30" width="92" height="60" />
      <path d="M34 30 22 16h92l12 14" />
      <path d="M46 46v26M58 46v26M70 46v26M82 46v26M94 46v26M110 42v34" strokeWidth="6" />
    </>
  ),
  "board-around": (
    <>
      <path d="M14 104h132M14 14v90M146 14v90" />
      <rect x="62" y="34" width="36" height="28" />
      <path d="M68 42v12M74 42v12M80 42v12M86 42v12" />
      <rect x="24" y="70" width="30" height="34" />
      <circle cx="124" cy="84" r="6" />
      <path d="M124 90v14" />
    </>
  ),
  "gas-bonding": (
    <>
      <path d="M20 40h90a14 14 0 0 1 14 14v52M20 56h82a6 6 0 0 1 6 6v44" />
      <rect x="16" y="20" width="30" height="56" rx="4" />
      <rect x="66" y="34" width="16" height="28" />
      <path d="M74 34V14h60" strokeDasharray="8 4" />
      <path d="M46 86h28M46 82v8M74 82v8" />
    </>
  ),
  "water-bonding": (
    <>
      <path d="M72 110V20M88 110V20" />
      <path d="M60 92h40M80 92v-8M66 84h28" />
      <rect x="66" y="44" width="28" height="16" />
      <path d="M94 52h36V20" strokeDasharray="8 4" />
    </>
  ),
  wall: (
    <>
      <path d="M12 100h136M20 100V30h120v70" />
      <path d="M100 100V56h26v44" />
      <rect x="48" y="56" width="14" height="20" rx="3" />
      <path d="M55 76v10q0 8 12 8" />
    </>
  ),
  parking: (
    <>
      <path d="M12 96h136" />
      <path d="M26 92V74l16-4 14-20h42l18 20 18 6v16" />
      <circle cx="50" cy="92" r="9" />
      <circle cx="112" cy="92" r="9" />
      <rect x="114" y="70" width="8" height="8" fill="currentColor" />
    </>
  ),
  "way-out": (
    <>
      <path d="M14 102h132M22 102V28h116v74" />
      <rect x="36" y="44" width="24" height="20" />
      <circle cx="78" cy="84" r="4" fill="currentColor" />
      <path d="M82 84h30V66h18" strokeDasharray="7 5" strokeWidth="4" />
    </>
  ),
};

export const ExamplePicture = ({ of, title }: { of: AskedPictureId; title: string }) => (
  <svg className="example" viewBox="0 0 160 120" role="img" aria-label={`Drawn example: ${title}`}>
    <g fill="none" stroke="currentColor" strokeWidth="2.5" strokeLinejoin="round" strokeLinecap="round">
      {DRAWINGS[of]}
    </g>
  </svg>
);
