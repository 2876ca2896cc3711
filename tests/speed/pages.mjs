/* Lighthouse under its default mobile throttling over the yard, Shape and Bench. Prints scores; asserts nothing.

   Lighthouse is no part of the product's packages (one of its own asks for "latest", which no lock file holds):
   npm install --prefix .local/lighthouse lighthouse@12.8.2
   A busy machine moves a score by ten: of several times (`--times=5`) the middle one is printed.
   Run with the server up: node tests/speed/pages.mjs [http://127.0.0.1:8040] [--times=5] [--why] [--only=shape] */
import { createRequire } from 'node:module'
import { fileURLToPath, pathToFileURL } from 'node:url'

const from = createRequire(fileURLToPath(new URL('../../.local/lighthouse/package.json', import.meta.url)))
const load = async (name) => import(pathToFileURL(from.resolve(name)).href)
const { launch } = await load('chrome-launcher')
const { default: lighthouse } = await load('lighthouse')

const site = process.argv.find((word) => word.startsWith('http')) ?? 'http://127.0.0.1:8040'
const why = process.argv.includes('--why')
const only = process.argv.find((word) => word.startsWith('--only='))?.slice(7)
const times = Number(process.argv.find((word) => word.startsWith('--times='))?.slice(8) ?? 1)
const WANTED = 90
const FLAGS = ['--headless=new', '--no-sandbox', '--disable-background-networking', '--disable-component-update', '--disable-sync', '--no-first-run']

const { beds } = await (await fetch(`${site}/api/beds`)).json()
const bed = beds[Math.min(3, beds.length - 1)].id
const chrome = await launch({ chromePath: '/usr/bin/chromium', chromeFlags: FLAGS })
for (const [name, path] of [['yard', '/'], ['shape', `/bed/${bed}/shape`], ['bench', `/bed/${bed}/bench`]]) {
  if (only && only !== name) continue
  const runs = []
  for (let n = 0; n < times; n += 1) runs.push((await lighthouse(`${site}${path}`, { port: chrome.port, logLevel: 'error' })).lhr)
  runs.sort((a, b) => a.categories.performance.score - b.categories.performance.score)
  const lhr = runs[Math.floor(runs.length / 2)]
  if (times > 1) console.log(`${name}: performance ${runs.map((run) => Math.round(run.categories.performance.score * 100)).join(', ')}`)
  const scores = Object.entries(lhr.categories).map(([key, c]) => `${key} ${Math.round(c.score * 100)}`)
  const figure = (audit, digits = 0) => lhr.audits[audit].numericValue.toFixed(digits)
  console.log(`${name}: ${scores.join(', ')} (wanted: performance ${WANTED}, the rest 100)`)
  console.log(`  first paint ${figure('first-contentful-paint')} ms, largest ${figure('largest-contentful-paint')} ms, blocked ${figure('total-blocking-time')} ms, shifts ${figure('cumulative-layout-shift', 3)}, ${Math.round(figure('total-byte-weight') / 1024)} kB; this machine's benchmark index ${Math.round(lhr.environment.benchmarkIndex)} (of all runs ${runs.map((run) => Math.round(run.environment.benchmarkIndex)).join(', ')})`)
  for (const [key, c] of Object.entries(lhr.categories)) {
    if (key === 'performance') continue
    for (const { id } of c.auditRefs) if (lhr.audits[id].score !== null && lhr.audits[id].score < 1) console.log(`  ${key}: ${lhr.audits[id].title}`)
  }
  if (why) {
    for (const row of lhr.audits['layout-shifts']?.details?.items ?? []) console.log('  shift', row.score?.toFixed(3), row.node?.snippet?.slice(0, 110))
    for (const row of (lhr.audits['long-tasks']?.details?.items ?? []).slice(0, 12)) console.log('  task', Math.round(row.startTime), Math.round(row.duration), row.url.slice(-40))
    for (const row of (lhr.audits['bootup-time']?.details?.items ?? []).slice(0, 6)) console.log('  script', Math.round(row.total), Math.round(row.scripting), Math.round(row.scriptParseCompile), row.url.slice(-44))
    for (const row of lhr.audits['mainthread-work-breakdown']?.details?.items ?? []) console.log('  work', row.groupLabel, Math.round(row.duration))
  }
}
await chrome.kill()
