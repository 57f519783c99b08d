declare module "idiomorph" {
  interface Callbacks {
    beforeNodeMorphed?: (old: Node, next: Node) => boolean | void;
    beforeAttributeUpdated?: (name: string, node: Element, kind: "update" | "remove") => boolean | void;
    beforeNodeRemoved?: (node: Node) => boolean | void;
  }
  export interface Options {
    morphStyle?: "outerHTML" | "innerHTML";
    ignoreActiveValue?: boolean;
    callbacks?: Callbacks;
  }
  export const Idiomorph: { morph(old: Element, next: Element | string, options?: Options): Node[] };
}
declare module "htmx.org" {
  /** A way of putting what was fetched into the page. */
  interface Extension {
    isInlineSwap?: (style: string) => boolean;
    /** The new nodes, where the extension has put them in; false where it has not. */
    handleSwap?: (style: string, target: Node, fragment: Node) => Node[] | false;
  }
  const htmx: {
    defineExtension(name: string, extension: Extension): void;
    /** Fires an event on an element, as if it had happened there. */
    trigger(element: Element, event: string): void;
    /** Takes up the attributes of what was put into the page by other hands. */
    process(element: Element): void;
    /** Asks as an element with such attributes would; is refused when nothing came, or something newer was asked meanwhile. */
    ajax(verb: "GET", address: string, how: { source: Element; target: Element; swap: string }): Promise<void>;
  };
  export default htmx;
}
