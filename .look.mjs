import { chromium } from 'playwright'
import { execSync } from 'node:child_process'
const [, , name, size, path, person = 'maud', ...clicks] = process.argv
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] })
const phone = size === 'phone'
const c = await b.newContext({ viewport: phone ? { width: 390, height: 844 } : { width: 1280, height: 800 }, hasTouch: phone, locale: 'en-GB', timezoneId: 'Europe/London', reducedMotion: 'reduce' })
const url = process.env.AT ?? 'http://127.0.0.1:4990'
const r = await c.request.post(url + '/api/sign-in', { data: { personId: person, passcode: 'osier bank' } })
console.log('sign-in', r.status(), (await r.text()).slice(0, 200))
const p = await c.newPage()
p.on('console', (m) => { if (m.type() === 'error') console.log('console', m.text().slice(0, 200)) })
await p.goto(url + path)
await p.waitForTimeout(1500)
for (const k of clicks) {
  if (k.startsWith('wait:')) await p.waitForTimeout(Number(k.slice(5)))
  else if (k.startsWith('shot:')) await p.screenshot({ path: `/tmp/shots/${k.slice(5)}.png` })
  else if (k.startsWith('sh:')) { try { execSync(k.slice(3)) } catch {} }
  else if (k.startsWith('go:')) { await p.goto(url + k.slice(3)); await p.waitForTimeout(1500) }
  else if (k.startsWith('btn:')) { await p.getByRole('button', { name: new RegExp(k.slice(4)) }).locator('visible=true').first().click({ timeout: 8000 }).catch((e) => console.log('no', k, e.message.slice(0, 300))); await p.waitForTimeout(700) }
  else if (k === 'offline') await c.setOffline(true)
  else if (k === 'online') await c.setOffline(false)
  else if (k === 'text') console.log((await p.locator('body').innerText()).slice(0, 3000))
  else { await p.getByText(k, { exact: false }).locator('visible=true').first().click({ timeout: 8000 }).catch((e) => console.log('no', k, e.message.slice(0, 300))); await p.waitForTimeout(600) }
}
await p.screenshot({ path: `/tmp/shots/${name}.png` })
console.log(p.url())
await b.close()
