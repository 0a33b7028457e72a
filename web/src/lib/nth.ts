/**
 * The element that has to be there.
 *
 * @throws RangeError where it is not
 */
export function nth<T>(list: ArrayLike<T>, index: number): T {
  if (!Number.isInteger(index) || index < 0 || index >= list.length) {
    throw new RangeError(`no element ${index} of ${list.length}`);
  }
  return list[index] as T;
}
