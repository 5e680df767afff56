/**
 * Closes what every object inherits from to new properties: a request that makes a library write there
 * ("__proto__") then fails by itself instead of changing how every other request is read.
 */
export function closePrototypes(): void {
  for (const kind of [Object, Array, Function, String, Number, Boolean, Map, Set]) {
    Object.preventExtensions(kind.prototype);
  }
}
