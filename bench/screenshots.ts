import puppeteer from "puppeteer-core";
import { quietBrowser } from "@/tests/support/browser";
import { median } from "./measure";

/** Median seconds of one see-through 1920 × 1080 screenshot of a page that shows a moving strap, as a script would take it. */
export async function screenshotSeconds(count: number): Promise<number> {
  const browser = await puppeteer.launch(quietBrowser({ width: 1920, height: 1080 }));
  try {
    const page = await browser.newPage();
    await page.setContent(
      `<body style="margin:0"><svg width="1920" height="1080" font-family="sans-serif"><g id="strap">
       <rect x="96" y="870" width="700" height="120" fill="#14342b"/><rect x="96" y="980" width="480" height="70" fill="#f4c64e"/>
       <text x="220" y="945" font-size="50" fill="#fbf6ea">Ngozi Fairweather</text></g></svg></body>`,
    );
    const taken: number[] = [];
    for (let i = 0; i < count; i++) {
      await page.evaluate(
        (x) => document.getElementById("strap")!.setAttribute("transform", `translate(${x} 0)`),
        i * 9,
      );
      const start = performance.now();
      await page.screenshot({ omitBackground: true });
      taken.push((performance.now() - start) / 1000);
    }
    return median(taken);
  } finally {
    await browser.close();
  }
}
