/* The package's own types are not found by its "exports". */
declare module 'dom-accessibility-api' {
  export function computeAccessibleName(element: Element, options?: { getComputedStyle: (element: Element) => CSSStyleDeclaration }): string
}
