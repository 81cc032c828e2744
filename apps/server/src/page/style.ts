/** Workshop paper and ink, with the faces that the reader has: the page is read once, on a phone. */
export const STYLE = `
:root{--paper:#f6f3ec;--sheet:#fdfcf8;--line:#d9d3c5;--ink:#14312f;--ink-2:#4b605d;--petrol:#0f5257;--danger:#a8281d;--proven:#2c7048;--proven-soft:#d6e8da;color-scheme:light dark}
@media(prefers-color-scheme:dark){:root{--paper:#0f1b1a;--sheet:#162524;--line:#2f4543;--ink:#e8ebe4;--ink-2:#a9bab6;--petrol:#7fc4c4;--danger:#f0958a;--proven:#8fd0a6;--proven-soft:#1d3a2a}}
*{box-sizing:border-box}
body{margin:0 auto;padding:16px;max-width:640px;background:var(--paper);color:var(--ink);font:17px/1.5 "Atkinson Hyperlegible Next",system-ui,sans-serif;overflow-wrap:anywhere}
h1{font-size:26px;margin:0 0 12px}h2{font-size:19px;margin:0 0 8px}
.logo{display:block;max-width:240px;max-height:80px;margin:0 0 10px}.shop{margin:0;color:var(--ink-2)}
section{background:var(--sheet);border:1px solid var(--line);border-radius:4px;padding:14px;margin:0 0 14px}
section.ready{border-left:5px solid var(--proven)}
.state{font-size:19px;margin:0 0 8px}.question{border-left:3px solid var(--petrol);padding-left:10px}
.question b{display:block;font-size:15px;color:var(--ink-2)}
.tag,.figure{font-family:"Spline Sans Mono",ui-monospace,monospace;font-variant-numeric:tabular-nums}.tag{font-size:15px;color:var(--ink-2)}
table{width:100%;border-collapse:collapse;margin:0 0 12px}td,th{padding:6px 0;border-bottom:1px solid var(--line);text-align:left;vertical-align:top}
.figure{text-align:right;white-space:nowrap;padding-left:12px}
ul{margin:0;padding-left:20px}a{color:var(--petrol)}p:last-child{margin-bottom:0}
label{display:block;margin:0 0 12px}input:not([type=hidden]){display:block;width:100%;min-height:48px;font:inherit;padding:8px;color:inherit;background:var(--paper);border:1px solid var(--ink-2);border-radius:4px}
button{display:block;width:100%;min-height:52px;margin:0 0 10px;font:inherit;font-weight:700;border:1px solid var(--ink);border-radius:4px;background:var(--ink);color:var(--paper)}
button.no{background:transparent;color:var(--ink)}
.trouble{border-left:5px solid var(--danger);padding-left:10px}.done{background:var(--proven-soft);padding:8px 10px;border-radius:4px}
footer{color:var(--ink-2);font-size:15px}`;
