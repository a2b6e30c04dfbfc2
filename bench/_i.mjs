import { createJiti } from 'jiti'
const jiti = createJiti(import.meta.url)
const { infer } = await jiti.import('../core/revision/infer/infer.ts')
const { seriesInWords } = await jiti.import('../core/revision/index.ts')
const x=(l,n)=>Array(n).fill(l)
const many=(s,n)=>s.split(' ').flatMap(l=>x(l,n))
const L=[...'ABCDEFGHJKLMNPRTUVWY']
const cases={
 p:[...many('P1 P2 P3 A B C',200),'x'],
 na:[...many('A B C D E',100),'n/a'],
 na3:[...many('A B C D E',100),'n/a','n/a','n/a'],
 two:[...L.flatMap(l=>x(l,100)),...many('AA AB AC',20),'NC','TBD','X'],
 two1:[...L.flatMap(l=>x(l,100)),'AA','AB','AC','NC','TBD'],
 two2:[...many('A B C D E F G H J K L M N P R T U V W Y',30), ...many('AA AB AC AD',10),'ZZ','QX'],
 two3:[...many('AA AB AC AD AE',50),'x1'],
 few:[...many('A B C',100),'AA'],
 dec:['A','B','C'].flatMap((l,i)=>x(l,500>>i)).concat(['1','01','B1']),
 iso:[...many('P01 P02 P03 P01.01 P01.02 C01 C02',50),'A','D1','x'],
 minors:[...many('A A-01 A-02 B B-01 C',40),'A.1','B/1'],
 dig:[...many('01 02 03 04',80),'A','1a'],
 digA:[...many('1 2 3 A B C',80)],
 cap:[...many('A B C D',100),'REV','rev A'],
 dash:[...many('- A B C',90),'?','--','P1'],
 nn:[...many('0 1 2 3 A B',60),'12-3'],
}
for (const [k,l] of Object.entries(cases)) { try { const r=infer(l); console.log(k.padEnd(7), r.scheme.series.map(seriesInWords).join(' | '), '::', r.explained.toFixed(4), r.outliers.join(' '), r.guess??'') } catch(e) { console.log(k,e.message) } }
// scale
const noise=()=>Math.random().toString(36).slice(2,2+1+Math.floor(Math.random()*5))
for (const [k,base] of Object.entries({letters:L,iso:'P01 P02 P03 P01.01 P01.02 P02.01 C01 C02'.split(' '),mix:'P1 P2 P3 A B C'.split(' '),min:'A A-01 A-02 B B-01 C'.split(' ')})){
 const l=Array.from({length:100000},()=>Math.random()<0.05?noise():base[Math.floor(Math.random()*base.length)])
 const t=performance.now(); const r=infer(l); console.log(k,(performance.now()-t).toFixed(0)+'ms', r.scheme.series.map(seriesInWords).join(' | '), r.explained.toFixed(4), r.outliers.length)
}
