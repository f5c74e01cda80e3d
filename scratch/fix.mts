import { TEMPLATES } from '../corpus/templates'
import { asProject, inStretches } from '../corpus/as-project'
import { rebind } from '../src/core/binding/reconcile'
import { boxOfPieces, movePieces, turnPieces, mirrorPieces, sizePieces } from '../src/core/binding/move-pieces'
import { settled } from '../src/core/making/settle'
import { seeded } from '../src/core/nesting/random'
import { invalidAfter, validProject } from '../src/core/document/validate'
let bad=0,n=0, invalid=0
const t0=Date.now()
for (let seed=1; seed<=Number(process.argv[2]??200); seed++) {
  const random=seeded(seed)
  const die0=TEMPLATES[seed%TEMPLATES.length]!(0.1+random()*1.2)
  const die= seed%2? inStretches(die0):die0
  let p=asProject('x', die.pieces.flatMap(q=>q.lines))
  p={...p, limits:{...p.limits, gap: seed%3===0?2:p.limits.gap}}
  p=rebind(p,'gap')[0]
  for (let k=0;k<12;k++){
    const ids=Object.keys(p.pieces).filter(()=>random()<0.5)
    if(ids.length===0) continue
    const act=Math.floor(random()*4)
    let r:any
    try {
    if(act===0) r=movePieces(p,ids,{x:random()*60-30,y:random()*60-30})
    else if(act===1) r=turnPieces(p,ids,random()*360)
    else if(act===2) r=mirrorPieces(p,ids,random()<0.5?'left-right':'up-down')
    else { const b=boxOfPieces(p,ids)!; r=sizePieces(p,ids,{width:(b.maxX-b.minX)*(0.5+random()),height:(b.maxY-b.minY)*(0.5+random())}) }
    } catch(e){ console.log('throw',act,(e as Error).message); continue }
    const [q]=settled(r)
    n++
    const [again,edit]=rebind(q,'again')
    if(edit.changes.length>0){bad++; if(bad<8) console.log('seed',seed,'tmpl',die.name,'gap',p.limits.gap,'act',act, JSON.stringify(edit.changes).slice(0,300)) }
    try { validProject(q) } catch(e){ invalid++; if (invalid<4) console.log('invalid',seed,die.name,String(e).slice(0,300)) }
    p=q
  }
}
console.log({n,bad,invalid,ms:Date.now()-t0})
