import { SaxesParser, type SaxesTagPlain } from "saxes";
import { optimize } from "svgo";
import { Refusal } from "@/server/refusal";

/** An element of an SVG file; texts are left out. */
export interface SvgElement {
  readonly name: string;
  readonly attributes: Readonly<Record<string, string>>;
  readonly children: SvgElement[];
}

/** What a drawing may hold. Every limit is looked at before anything is worked out from it. */
export const svgLimits = {
  bytes: 2 * 1024 * 1024,
  elements: 3000,
  depth: 40,
  attribute: 4000,
  outline: 20000,
  outlines: 400_000,
  style: 60_000,
} as const;

export const refuse = (why: string): never => {
  throw new Refusal(422, "svg", `This SVG can’t be used: ${why}.`);
};

/** Elements that may not be in a file at all, wherever they stand. */
const forbidden = /^(script|foreignObject|iframe|image|feImage|use|animate\w*|set|handler|discard)$/i;
const outlineAttributes: ReadonlySet<string> = new Set(["d", "points"]);

/**
 * Reads a file into elements, with the rules of its style sheets written at the elements they are for. Refuses scripts,
 * references to elsewhere, entities, and whatever is beyond the limits.
 */
export function readTree(text: string): SvgElement {
  const first = parse(text);
  if (!has(first, "style")) return first;
  const { data } = optimize(text, {
    plugins: [
      { name: "inlineStyles", params: { onlyMatchedOnce: false, usePseudos: [""] } },
      { name: "convertStyleToAttrs" },
    ],
  });
  return parse(data);
}

const has = (element: SvgElement, name: string): boolean =>
  element.name === name || element.children.some((child) => has(child, name));

function parse(text: string): SvgElement {
  // Entities can grow without end and reach for other files; no drawing program needs them.
  if (/<!(DOCTYPE|ENTITY)/i.test(text)) refuse("it declares its own entities or document type");
  const parser = new SaxesParser({ xmlns: false });
  const stack: SvgElement[] = [];
  let root: SvgElement | undefined;
  const count = { elements: 0, outlines: 0, style: 0 };
  parser.on("error", (error) => refuse(error.message.split("\n")[0]!));
  parser.on("opentag", (tag: SaxesTagPlain) => {
    if (++count.elements > svgLimits.elements) refuse(`it has more than ${svgLimits.elements} parts`);
    if (stack.length >= svgLimits.depth) refuse(`its parts lie more than ${svgLimits.depth} deep in each other`);
    const element = { name: tag.name.replace(/^svg:/, ""), attributes: { ...tag.attributes }, children: [] };
    count.outlines += checked(element);
    if (count.outlines > svgLimits.outlines) refuse("its outlines are too long together");
    if (stack.length > 0) stack[stack.length - 1]!.children.push(element);
    else root ??= element;
    stack.push(element);
  });
  const styled = (words: string) => {
    if (stack[stack.length - 1]?.name === "style") count.style += words.length;
    if (count.style > svgLimits.style) refuse("its style sheet is too long");
    if (/@import|url\(\s*['"]?(?!#)/i.test(words)) refuse("it refers to something outside the file");
  };
  parser.on("text", styled);
  parser.on("cdata", styled);
  parser.on("closetag", () => void stack.pop());
  parser.write(text).close();
  return root?.name === "svg" ? root : refuse("it is no SVG drawing");
}

/** Refuses what is hostile at an element; answers how long its outline is. */
function checked({ name, attributes }: SvgElement): number {
  if (forbidden.test(name)) refuse(`it holds “${name}”`);
  let outline = 0;
  for (const [key, value] of Object.entries(attributes)) {
    if (outlineAttributes.has(key)) outline += value.length;
    const most = outlineAttributes.has(key) ? svgLimits.outline : svgLimits.attribute;
    if (value.length > most)
      refuse(outlineAttributes.has(key) ? "one of its outlines is too long" : `“${key}” is too long`);
    if (/^on/i.test(key)) refuse("it holds a script");
    if (/(^|:)href$/i.test(key) && !value.trim().startsWith("#")) refuse("it refers to something outside the file");
    if (/url\(\s*['"]?(?!#)/i.test(value)) refuse("it refers to something outside the file");
    if (/javascript:|data:/i.test(value)) refuse("it holds a script or embedded data");
  }
  return outline;
}
