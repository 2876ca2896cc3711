/* Parts of a page are put up one after another, each in a task of its own. */

const waiting: (() => void)[] = []
let going = false

function next() {
  const part = waiting.shift()
  if (!part) {
    going = false
    return
  }
  part()
  window.setTimeout(next)
}

/** Do something after all that waits already, and not in the same task. */
export function inTurn(part: () => void): void {
  waiting.push(part)
  if (going) return
  going = true
  window.setTimeout(next)
}
