/* Parts of a page are put up one after another, each in a task of its own. A message and no timer calls the next one:
   timers of a page in the background are held back. */

const waiting: (() => void)[] = []
const { port1, port2 } = new MessageChannel()
let going = false

port1.onmessage = () => {
  waiting.shift()?.()
  if (waiting.length) port2.postMessage(null)
  else going = false
}

/** Do something after all that waits already, and not in the same task. */
export function inTurn(part: () => void): void {
  waiting.push(part)
  if (going) return
  going = true
  port2.postMessage(null)
}
