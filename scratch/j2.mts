import { judgePair, PAIRS } from '../judges/outlines'
for (const kind of Object.keys(PAIRS)) { const t=Date.now(); let n=0, m=0; for (let s=1;s<=400;s++){ const w=judgePair(kind,s); if(w.length){n++; m=Math.max(m,...w.map(x=>x.by))} } console.log(kind,n,m,(Date.now()-t)/400,'ms') }
