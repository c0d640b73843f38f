/** A copy of plain data that shares nothing with it; also of a draft that is being edited, which can't be cloned as it is. */
export const copied = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;
