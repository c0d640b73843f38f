declare module "qrcode-svg" {
  export default class QrCode {
    constructor(options: {
      content: string;
      padding?: number;
      width?: number;
      height?: number;
      join?: boolean;
      ecl?: "L" | "M" | "Q" | "H";
    });
    svg(): string;
  }
}
