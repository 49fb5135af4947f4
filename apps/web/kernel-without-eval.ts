// The geometry kernel's JavaScript side writes its small callers as text and runs that, which the content policy
// forbids. Here it gets callers that do the same without being made from text.
import type { Plugin } from 'vite';

/** What it writes, and what stands in its place; the names are those of the functions that these stand in. */
const CALLERS: [written: RegExp, instead: string][] = [
  // From JavaScript into the kernel.
  [
    /var argsList=\[\];var argsListWired=\["fn"\];.*?return new Function\(args1,invokerFnBody\)/,
    `
return (humanName, throwBindingError, invoker, fn, runDestructors, fromRetWire, toClassParamWire, ...rest) => {
  const toWire = rest.slice(0, argCount);
  const destroy = rest.slice(argCount);
  return function (...args) {
    const destructors = needsDestructorStack ? [] : null;
    const own = isClassMethodFunc ? [toClassParamWire(destructors, this)] : [];
    const wired = toWire.map((wire, i) => wire(destructors, args[i]));
    const result = invoker(fn, ...own, ...wired);
    if (needsDestructorStack) runDestructors(destructors);
    else {
      const all = [...own, ...wired];
      let next = 0;
      for (let i = isClassMethodFunc ? 1 : 2; i < argTypes.length; ++i)
        if (argTypes[i].destructorFunction !== null) destroy[next++](all[i - (isClassMethodFunc ? 1 : 2)]);
    }
    if (returns) return fromRetWire(result);
  };
}`,
  ],
  // From the kernel to JavaScript: 0 calls a function, 1 a method, 2 makes an object, 3 hands a value over.
  [
    /var functionBody;switch\(kind\).*?var invokerFunction=new Function\(.*?\)\(.*?\);/,
    `
const invokerFunction = (handle, methodName, destructorsRef, args) => {
  const given = argFromPtr.map((from, i) => from(args + i * GenericWireTypeSize));
  const target = kind === 3 ? null : Emval.toValue(handle);
  const value =
    kind === 0 ? target(...given)
    : kind === 1 ? target[getStringOrSymbol(methodName)](...given)
    : kind === 2 ? new target(...given)
    : given.at(-1);
  if (!retType.isVoid) return emval_returnValue(toReturnWire, destructorsRef, value);
};`,
  ],
];

export const kernelWithoutEval = (): Plugin => ({
  name: 'kernel-without-eval',
  transform(code, id) {
    if (!id.includes('clipper2z.js')) return undefined;
    let changed = code;
    for (const [written, instead] of CALLERS) {
      if (!written.test(changed)) this.error('clipper2-wasm is not the version that this was written for.');
      changed = changed.replace(written, () => instead);
    }
    if (/new Function|\beval\(/.test(changed)) this.error('clipper2-wasm still makes functions from text.');
    return { code: changed, map: null };
  },
});
