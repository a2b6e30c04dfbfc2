import { createJiti } from 'jiti'
const jiti = createJiti(import.meta.url)
const { familiesOf } = await jiti.import('../core/revision/infer/families.ts')
const { frequent } = await jiti.import('../core/revision/infer/noise.ts')
const { checkScheme } = await jiti.import('../core/revision/index.ts')
const L=[...'ABCDEFGHJKLMNPRTUVWY']
const noise=()=>Math.random().toString(36).slice(2,2+1+Math.floor(Math.random()*5))
const m=new Map(); for(let i=0;i<100000;i++){const l=Math.random()<0.05?noise():L[Math.floor(Math.random()*20)]; m.set(l,(m.get(l)??0)+1)}
const seen=[...m].map(([text,count])=>({text,count}))
const f=frequent(seen); console.log(f.length, JSON.stringify(f).slice(0,200))
const fam=familiesOf(f,seen); console.log(JSON.stringify(fam)); for (const x of fam) console.log(checkScheme({id:'x',name:'x',series:[x.series]}))
