/**
 * Text as it is set: composed (NFC), one kind of line end, no control or bidi-override characters.
 * Joiners stay: Persian and Devanagari need them.
 */
export function cleanText(text: string): string {
  return text
    .normalize("NFC")
    .replace(/\r\n?/g, "\n")
    .replace(/\t/g, " ")
    .replace(/[\u0000-\u0009\u000b-\u001f\u007f-\u009f\u200b\u2028-\u202e\u2060-\u206f\ufeff\ufff9-\uffff]/g, "");
}
