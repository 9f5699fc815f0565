// lists exported functions/classes of the core without docstring or, where they return numbers/money/dates, without @example
import ts from 'typescript'; import { readFileSync, readdirSync } from 'node:fs'; import { join } from 'node:path';
const src='/work/main/packages/core/src';
let none=0, noex=0, ex=0;
for (const f of readdirSync(src,{recursive:true}).filter(n=>n.endsWith('.ts')&&!n.endsWith('.test.ts')&&!/packs\//.test(n))) {
  const t=ts.createSourceFile(f,readFileSync(join(src,f),'utf8'),99,true);
  const look=(name,node,fn)=>{ const doc=ts.getJSDocCommentsAndTags(node).map(d=>d.getText()).join(' '); if(!doc){none++; console.log('NONE',f,name);} else if(/@example/.test(doc)) ex++; else if(fn){ noex++; console.log('NOEX',f,name, (fn.type?.getText()??'').replace(/\s+/g,' ').slice(0,60)); } };
  for(const s of t.statements){
    const exp=s.modifiers?.some(m=>m.kind===ts.SyntaxKind.ExportKeyword); if(!exp) continue;
    if(ts.isFunctionDeclaration(s)) look(s.name.text,s,s);
    if(ts.isClassDeclaration(s)){ look(s.name.text,s,null); for(const m of s.members) if((ts.isMethodDeclaration(m)||ts.isGetAccessor(m))&&!m.modifiers?.some(x=>x.kind===ts.SyntaxKind.PrivateKeyword)) look(s.name.text+'.'+m.name.getText(),m,m); }
    if(ts.isVariableStatement(s)) for(const d of s.declarationList.declarations){ const fn=d.initializer&&(ts.isArrowFunction(d.initializer))?d.initializer:null; if(fn) look(d.name.getText(),s,fn); }
  }
}
console.log({none,noex,ex});
