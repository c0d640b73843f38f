import { describe, expect, test } from "@jest/globals";
import { prepareScene } from "@/core/scene";
import { fontBook, loadFace } from "@/render/fonts";
import { designIds, readDesign } from "./designs";
import { house } from "./house";

/** Texts that have broken somebody's graphics before. */
const awkward = [
  "A",
  "Ngozi Fairweather-Castellanos",
  "Thistlewoodenbergamothsteinersdorff-Featherstonehaugh",
  "Muddlepuddlegrassywetmeadowsbythestonebridgeandthebrook",
  "iiiiiiiiiiiiiiiiiiiiiiiiiiiiiiiiiiiiiiiiiiii",
  "WWWWWWWWWWWWWWWWWWWWWWWWWWWWWWWWWWWW",
  "one two three four five six seven eight nine ten eleven twelve thirteen fourteen",
  "ALL CAPITALS, WITH COMMAS; AND MORE!",
  "Ærøskøbing Þórshöfn Ĳsselmeer",
  "Ža\u0301\u0302\u0303\u0304 Z\u0310\u0311\u0312a\u0316\u0317lgo",
  "ﬁne ﬂow oﬃce affluent",
  "AVAWATAV. To, Ty, P.",
  "O’Hara–Ní Chinnéide “the younger”",
  "1234567890 + 09:41 · 3.5 %",
  "ليلى حداد",
  "عبد الكريم بن نور الدين ذو الاسم الطويل جدا",
  "محمد (بيت 3) 42%",
  "مُحَمَّدٌ ﷺ بِسْمِ",
  "שירה בן־עמי",
  "שָׁלוֹם (12) abc",
  "Hello שלום 123 مرحبا world",
  "(ليلى) [42] {x}",
  "प्रिया वर्मा",
  "क्षत्रिय श्रीमान् ज्ञानेश्वर",
  "می‌خواهم",
  "क्‍ष र्‍य",
  "Łódź Ğİıŝ ẞßſ",
  "Ελένη Παπαδοπούλου",
  "Наталья Щербакова",
  "林田さくら 王小明",
  "❤ ✿ ☀",
  "👩‍🌾 gardener 👨‍👩‍👧‍👦",
  "🏳️‍🌈🇬🇧",
  "tab\there\u0000and\u0007bell",
  "zero\u200bwidth\u2060join\ufeffer",
  "\u202eoverride\u202c text",
  "line one\nline two\r\nline three",
  "   spaces   around   ",
  "\u00a0\u00a0no-break\u00a0spaces\u00a0only\u00a0here\u00a0today\u00a0",
  "*stressed* **twice** * alone",
  '<b>&amp;</b> {"json": null} %s ${x}',
];

describe.each(designIds)("%s takes", (id) => {
  const design = readDesign(id);
  const lines = design.fields.filter((field) => field.kind === "line");
  test.each(awkward)("%j", async (text) => {
    const fields = Object.fromEntries(lines.map((field) => [field.id, text]));
    // The widest and the narrowest: what holds in both holds between them.
    for (const format of design.formats.filter((id) => id === "wide" || id === "tall")) {
      const request = { design, values: { fields }, house, format };
      const { still } = await prepareScene(request, fontBook(), loadFace);
      const width = still.format.width / still.pxPerU;
      const cut = new Set(still.issues.flatMap((issue) => (issue.code === "text_cut" ? [issue.layer] : [])));
      for (const { layer, box, content } of still.layers) {
        if (content.kind !== "text") continue;
        expect(Object.values(box).every(Number.isFinite)).toBe(true);
        // Either it fits into the picture, or it was cut and the filler is told.
        expect(cut.has(layer.id) || (box.x > -0.5 && box.x + box.width < width + 0.5)).toBe(true);
        if (cut.has(layer.id)) expect(content.set.text).toContain("…");
        expect(content.set.text).not.toMatch(/[\u0000-\u0009\u000b-\u001f\u200b\u202a-\u202e\u2060\ufeff]/);
      }
    }
  });
});
