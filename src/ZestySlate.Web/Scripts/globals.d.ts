declare module "idiomorph" {
  interface Callbacks {
    beforeNodeMorphed?: (old: Node, next: Node) => boolean | void;
    beforeAttributeUpdated?: (name: string, node: Element, kind: "update" | "remove") => boolean | void;
    beforeNodeRemoved?: (node: Node) => boolean | void;
  }
  interface Options { morphStyle?: "outerHTML" | "innerHTML"; ignoreActiveValue?: boolean; callbacks?: Callbacks; }
  export const Idiomorph: { morph(old: Element, next: Element | string, options?: Options): void };
}
declare module "htmx.org" {
  const htmx: unknown;
  export default htmx;
}
