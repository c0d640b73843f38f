import jsep from "jsep";

type Compute = (values: Readonly<Record<string, number>>) => number;

/** Why a sum cannot be used, in words. */
export class SumError extends Error {}

const functions: Readonly<Record<string, (...n: number[]) => number>> = {
  min: Math.min,
  max: Math.max,
  abs: Math.abs,
  round: Math.round,
};

/** Reads arithmetic over named numbers. Throws SumError for anything else: no statements, no other functions. */
export function readSum(text: string, names: readonly string[]): Compute {
  let tree: jsep.Expression;
  try {
    tree = jsep(text.replaceAll("−", "-").replaceAll("×", "*").replaceAll("÷", "/"));
  } catch (error) {
    throw new SumError((error as Error).message);
  }
  return compile(tree, new Set(names));
}

function compile(node: jsep.Expression, names: ReadonlySet<string>): Compute {
  switch (node.type) {
    case "Literal": {
      const { value } = node as jsep.Literal;
      if (typeof value !== "number") throw new SumError(`“${String(value)}” is not a number`);
      return () => value;
    }
    case "Identifier": {
      const { name } = node as jsep.Identifier;
      if (!names.has(name)) throw new SumError(`“${name}” is none of its sources`);
      return (values) => values[name]!;
    }
    case "UnaryExpression": {
      const { operator, argument } = node as jsep.UnaryExpression;
      const inner = compile(argument, names);
      if (operator === "-") return (values) => -inner(values);
      if (operator === "+") return inner;
      throw new SumError(`“${operator}” is not arithmetic`);
    }
    case "BinaryExpression": {
      const { operator, left, right } = node as jsep.BinaryExpression;
      const a = compile(left, names);
      const b = compile(right, names);
      switch (operator) {
        case "+":
          return (values) => a(values) + b(values);
        case "-":
          return (values) => a(values) - b(values);
        case "*":
          return (values) => a(values) * b(values);
        case "/":
          return (values) => a(values) / b(values);
        default:
          throw new SumError(`“${operator}” is not arithmetic`);
      }
    }
    case "CallExpression": {
      const { callee, arguments: given } = node as jsep.CallExpression;
      const name = callee.type === "Identifier" ? String((callee as jsep.Identifier).name) : "";
      const call = Object.hasOwn(functions, name) ? functions[name] : undefined;
      if (!call) throw new SumError(`“${name || "this"}” is not one of min, max, abs, round`);
      if (given.length === 0) throw new SumError(`${name}() needs a number`);
      const inner = given.map((argument) => compile(argument, names));
      return (values) => call(...inner.map((compute) => compute(values)));
    }
    default:
      throw new SumError("only + − * / ( ) and min, max, abs, round are arithmetic");
  }
}
