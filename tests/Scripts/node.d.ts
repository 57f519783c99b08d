declare module "node:test" {
  export function test(name: string, body: () => void | Promise<void>): void;
  export function beforeEach(body: () => void): void;
}
declare module "node:assert/strict" {
  const assert: {
    equal(actual: unknown, expected: unknown): void;
    deepEqual(actual: unknown, expected: unknown): void;
    ok(value: unknown): void;
    match(text: string, pattern: RegExp): void;
  };
  export default assert;
}
