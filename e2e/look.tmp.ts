import { launch } from '/work/main/e2e/src/launch.ts'
const base='http://127.0.0.1:4870'
const [,, out, url, w='390', h='844', extra=''] = process.argv
const b=await launch(); const p=await b.newPage(); await p.setViewport({width:+w,height:+h,deviceScaleFactor:1})
p.on('pageerror',(e:any)=>console.log('PAGEERROR',e.message)); p.on('console',m=>{ if(m.type()==='error'||m.type()==='warn') console.log('CONSOLE',m.text().slice(0,300))})
await p.goto(base,{waitUntil:'networkidle2'})
if (out!=='signin') {
 await p.waitForSelector('[data-testid=login]'); await p.type('[data-testid=login]','mara'); await p.type('[data-testid=password]','copper-line'); await p.click('[data-testid=sign-in]'); await p.waitForSelector('[data-testid=wait-bar]')
 if (extra.includes('dark')) await p.click('[data-testid=light]')
 if (extra.includes('si')) await p.click('[data-testid=unit-system]')
 const ids:any = await p.evaluate(async()=>Object.fromEntries((await (await fetch('/api/units')).json()).units.map((u:any)=>[u.summary.tag,u.id])))
 const jobs:any = await p.evaluate(async()=>(await (await fetch('/api/jobs')).json()).jobs.map((u:any)=>u.id))
 const target = url.replace(/@([\w-]+)/,(_,t)=>ids[t]??t).replace('JOB0',jobs[0])
 await p.goto(base+target,{waitUntil:'networkidle2'}); await new Promise(r=>setTimeout(r,900))
 const m=/scroll(\d+)/.exec(extra); if(m) { await p.evaluate((y)=>{document.querySelector('[data-testid=page]')!.scrollTop=y},+m[1]); await new Promise(r=>setTimeout(r,200)) }
}
await p.screenshot({path:`/tmp/shot-${out}.png` as any}); await b.close()
