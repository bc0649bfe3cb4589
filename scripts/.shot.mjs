import { chromium } from '@playwright/test'
const [,, url, out, size='1280x800', ...rest] = process.argv
const [w,h] = size.split('x').map(Number)
const b = await chromium.launch({ executablePath:'/usr/bin/chromium', args:['--no-sandbox','--disable-gpu','--disable-quic','--no-first-run','--disable-background-networking','--disable-component-update','--disable-sync'] })
const p = await b.newPage({ viewport:{width:w,height:h}, hasTouch: w<500 })
p.on('console', m => { if (m.type()==='error') console.log('console:', m.text().slice(0,300)) })
p.on('pageerror', e => console.log('pageerror', e.message.slice(0,300)))
await p.goto(url); await p.waitForLoadState('networkidle')
for (const step of rest) { await eval(`(async()=>{${step}})()`) ; await p.waitForTimeout(300) }
await p.screenshot({ path: out })
await b.close()
