declare module "fontverter" {
  /** Converts a font between containers. */
  export function convert(font: Buffer, to: "sfnt" | "truetype" | "woff" | "woff2"): Promise<Buffer>;
}
