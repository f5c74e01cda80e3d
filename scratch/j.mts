import { judgeOutlines } from '../judges/outlines'
const t=Date.now()
const { wrong } = judgeOutlines(Number(process.argv[2]??1000), Number(process.argv[3]??1))
console.log(wrong.length, Date.now()-t,'ms')
const by:Record<string,number[]>={}
for(const w of wrong)(by[w.kind+' '+w.what.replace(/-?\d.*? /,'')]??=[]).push(w.by)
for(const [k,v] of Object.entries(by)) console.log(k,v.length,Math.max(...v).toFixed(3))
for (const w of wrong.slice(0,12)) console.log(JSON.stringify(w))
