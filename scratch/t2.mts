import { readProject, tellProject, describeProject } from '../bin/project'
import { PLAIN_READING } from '../src/core/document/sources'
const svg=(s:string)=>`<svg xmlns="http://www.w3.org/2000/svg" width="400mm" height="300mm" viewBox="0 0 400 300">${s}</svg>`
const run=async(name:string,s:string,stacked:any=null)=>{
  const p=await readProject(new TextEncoder().encode(svg(s)),name,{...PLAIN_READING,stacked})
  const t=tellProject(p)
  console.log('##',name,stacked, JSON.stringify((Object.values(p.sources)[0] as any).stacked), (Object.values(p.sources)[0] as any).cleaning.map((c:any)=>c.message))
  console.log(describeProject(name,t)); console.log(t.lines.map(l=>`${l.role}${l.sure?'':'?'} ${l.why}`).join('\n'))
}
const tray=(x:number,y:number,w:number,l:number,h:number,f:string)=>`<path fill="${f}" d="M${x+h} ${y}h${w}v${h}h${h}v${l}h${-h}v${h}h${-w}v${-h}h${-h}v${-l}h${h}z"/>`
 +`<path stroke="#f00" fill="none" d="M${x+h} ${y+h}h${w}M${x+h+w} ${y+h}v${l}M${x+h} ${y+h+l}h${w}M${x+h} ${y+h}v${l}"/>`
const box=(a:string,b:string)=>tray(10,10,100,80,30,a)+tray(150,12,102,82,12,b)
await run('apart.svg',box('#dca','#dca'))
await run('apart2.svg',box('#dca','#acd'))
// lid tucked in the free corner of the tray's box
const near=(a:string,b:string)=>tray(10,10,100,80,60,a)+tray(174,174,60,40,12,b)
await run('near.svg',near('#dca','#acd'))
await run('near1.svg',near('#dca','#dca'))
const over=(a:string,b:string)=>tray(10,10,100,80,30,a)+tray(30,30,102,82,12,b)
await run('over.svg',over('#dca','#acd'))
console.log('=======')
const centred=(a:string,b:string)=>tray(10,10,100,80,30,a)+tray(25,25,102,82,14,b)
await run('centred1.svg',centred('#dca','#dca'))
await run('centred2.svg',centred('#dca','#acd'))
