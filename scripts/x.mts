import { readFileSync } from 'node:fs'
import { readDrawing } from '../src/core/intake/formats'
import { shapeOf } from '../src/core/geometry/shape'
import { distanceTo } from '../src/core/geometry/polyline'
const n='inserts-r2000'
const e = JSON.parse(readFileSync('src/core/intake/dxf/samples/'+n+'.json','utf8'))
const d = await readDrawing(readFileSync('src/core/intake/dxf/samples/'+n+'.dxf'),'a.dxf',{mmPerUnit:1})
const minX=Math.min(...e.flat().map((p:any)=>p[0])), maxY=Math.max(...e.flat().map((p:any)=>p[1]))
d.lines.forEach((l,i)=>{ let m=0; for(const [x,y] of e[i]) m=Math.max(m,distanceTo({x:x-minX,y:maxY-y},shapeOf(l.d).polyline)); console.log(i,m.toFixed(3), l.d.slice(0,60), e[i].slice(0,2).map(([x,y]:any)=>[x-minX,maxY-y]).join(' ')) })
