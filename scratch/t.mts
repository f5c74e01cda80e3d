import { readProject, tellProject, describeProject } from '../bin/project'
import { PLAIN_READING } from '../src/core/document/sources'
const svg=(s:string)=>`<svg xmlns="http://www.w3.org/2000/svg" width="200mm" height="200mm" viewBox="0 0 200 200">${s}</svg>`
const run=async(name:string,s:string,stacked:any=null)=>{
  const p=await readProject(new TextEncoder().encode(svg(s)),name,{...PLAIN_READING,stacked})
  const t=tellProject(p)
  console.log('##',name,stacked, JSON.stringify((Object.values(p.sources)[0] as any).stacked), (Object.values(p.sources)[0] as any).cleaning.map((c:any)=>c.message))
  console.log(describeProject(name,t)); console.log(t.lines.map(l=>`${l.role}${l.sure?'':'?'} ${l.why}`).join('\n'))
}
const c=(x:number,y:number,r:number,f='#345')=>`<circle cx="${x}" cy="${y}" r="${r}" fill="${f}"/>`
const teapot=`<ellipse cx="90" cy="110" rx="50" ry="40" fill="#345"/>`+c(90,65,10)+`<ellipse cx="90" cy="76" rx="30" ry="9" fill="#345"/>`+c(150,100,16)+c(35,100,20)+`<path d="M130 100C150 90 160 70 170 60L178 64C170 90 160 120 130 130Z" fill="#345"/>`+`<rect x="60" y="140" width="60" height="14" rx="5" fill="#345"/>`
for (const s of [null,'openings','parts','layers']) await run('teapot.svg',teapot,s)
await run('art.svg',`<g id="art">${c(90,90,40)}</g>`)
await run('art2.svg',`<g id="art">${c(90,90,40)}${c(90,90,10,'#a00')}</g>`)
await run('die.svg',`<g id="die" fill="none" stroke="#000"><path d="M10 10L110 10L110 90L10 90Z"/><path d="M60 10L60 90" stroke="#f00"/></g>`)
