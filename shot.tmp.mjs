// node shot.tmp.mjs out.png path [WxH] [js-steps…]
import { chromium } from '@playwright/test'
import { BROWSER } from './scripts/browser.mjs'
const [,, out, path, size='1280x800', ...acts] = process.argv
const [w,h] = size.split('x').map(Number)
const b = await chromium.launch(BROWSER)
const ctx = await b.newContext({ viewport:{width:w,height:h} })
const page = await ctx.newPage()
page.on('pageerror', e => console.log('PAGEERROR', e.message))
page.on('console', m => m.type()==='error' && console.log('ERR', m.text()))
await page.goto('http://127.0.0.1:4477'+path)
await page.waitForTimeout(2500)
for (const a of acts) { const f = new Function('page', `return (async()=>{${a}})()`); const r = await f(page); if (r!==undefined) console.log(r); await page.waitForTimeout(500) }
await page.screenshot({ path: out })
await b.close()
