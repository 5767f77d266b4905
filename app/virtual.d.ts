declare module "virtual:react-router/server-build";
declare module "virtual:heron-theme.css";

declare module "heic-decode" {
  /** @throws where the bytes are no HEIC picture */
  export default function decode(of: {
    buffer: Uint8Array;
  }): Promise<{ width: number; height: number; data: Uint8ClampedArray<ArrayBuffer> }>;
}
