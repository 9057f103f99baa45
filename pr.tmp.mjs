import { chromium } from '@playwright/test'
import { BROWSER } from './scripts/browser.mjs'
const b = await chromium.launch(BROWSER)
const page = await (await b.newContext({viewport:{width:1280,height:800}})).newPage()
await page.goto('http://127.0.0.1:4477/p/skerrow-dunlin/wiring?option=b'); await page.waitForTimeout(2500)
await page.evaluate(() => dispatchEvent(new Event('beforeprint')))
await page.emulateMedia({media:'print'}); await page.waitForTimeout(500)
console.log(await page.evaluate(() => { const out=[]; let e=document.querySelector('.wires'); while(e){ const c=getComputedStyle(e), r=e.getBoundingClientRect(); out.push([e.tagName, e.className.toString().slice(0,40), Math.round(r.height), c.overflow, c.display, c.position, c.height].join(' ')); e=e.parentElement } return out.join('\n') }))
await page.screenshot({path:'/tmp/shot/print.png'})
await page.pdf({path:'/tmp/shot/w.pdf',format:'A4'})
await b.close()
