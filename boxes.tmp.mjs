import { chromium } from '@playwright/test'
import { BROWSER } from './scripts/browser.mjs'
const b = await chromium.launch(BROWSER)
const page = await (await b.newContext()).newPage()
for (const [w,h] of [[390,844],[820,1180],[1024,700],[1280,800],[1920,1080]]) {
  await page.setViewportSize({width:w,height:h})
  for (const path of ['/', ...['brief','equipment','equipment?pane=installed','panel','panel?pane=sheet','panel?pane=seats','panel?pane=hands','panel?pane=paper','panel?pane=finder','power','power?pane=feeds','power?pane=circuits','power?pane=loss','power?pane=failures','wiring','rules','budget','build'].map(s=>'/p/skerrow-dunlin/'+s)]) {
    await page.goto('http://127.0.0.1:4477'+path+(path.includes('?')?'&':'?')+'option=b'); await page.waitForTimeout(900)
    await page.evaluate(() => localStorage.setItem('ewerpanel.rail', innerWidth>1000?'true':'false'))
    const r = await page.evaluate(() => {
      const out=[]
      if (document.documentElement.scrollWidth>innerWidth) out.push('DOC '+document.documentElement.scrollWidth)
      const m=document.querySelector('main'); if (m && m.scrollWidth>m.clientWidth+1) out.push('MAIN '+m.scrollWidth+'>'+m.clientWidth)
      const small=[]
      if (innerWidth<=900) for (const e of document.querySelectorAll('main button, main input:not([type=hidden]):not(.screen-reader), main select, main a')) { const q=e.getBoundingClientRect(); if (q.width&&q.height&&q.height<39&&!e.closest('p,small,td .thing')) small.push(e.tagName+':'+(e.ariaLabel||e.textContent||'').trim().slice(0,16)+':'+Math.round(q.height)) }
      if (small.length) out.push('SMALL '+small.length+' '+[...new Set(small)].slice(0,4).join('|'))
      for (const e of document.querySelectorAll('main *')) { const q=e.getBoundingClientRect(); if (q.right>innerWidth+1 && q.width>4 && getComputedStyle(e).position!=='fixed') { let p=e.parentElement, scroll=false; while(p){ const o=getComputedStyle(p).overflowX; if(o==='auto'||o==='scroll'||o==='hidden'){scroll=true;break} p=p.parentElement } if(!scroll){ out.push('OUT '+e.className.toString().slice(0,30)); break } } }
      return out
    })
    if (r.length) console.log(w, path, r.join(' ; '))
  }
}
await b.close()
