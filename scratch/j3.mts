import { judgePair } from '../judges/outlines'
for (const kind of ['touching along part of an edge, turned']) { let n=0, m=0; for (let s=1;s<=2500;s++){ const w=judgePair(kind,s); if(w.length){n++; m=Math.max(m,...w.map(x=>x.by))} } console.log(kind,n,m) }
