/** Looks of the client's page: one column, large letters, targets for a thumb. */
export const PAGE_STYLE = [
  ':root{color-scheme:light dark;--paper:#f7f2ea;--card:#fffdf8;--ink:#1c2b33;--soft:#55646c;--line:#d5cdbf;--brass:#7d5a10;--rust:#a3341f;--lake:#0b5f6b}',
  '@media (prefers-color-scheme:dark){:root{--paper:#14191c;--card:#1d2428;--ink:#eef1f0;--soft:#b4bfc3;--line:#3a454a;--brass:#e3bb62;--rust:#ff9a85;--lake:#7fd3de}.picture{background:#f7f2ea;border-radius:6px}}',
  '[hidden]{display:none!important}*{box-sizing:border-box}body{margin:0;background:var(--paper);color:var(--ink);font:18px/1.5 system-ui,sans-serif}',
  'main{max-width:640px;margin:0 auto;padding:20px 16px 60px}h1{font-size:26px;line-height:1.2;margin:8px 0 12px}h2{font-size:20px;margin:28px 0 6px;color:var(--lake)}h3{font-size:19px;margin:4px 0 6px}p{margin:6px 0}',
  'article{background:var(--card);border:1px solid var(--line);border-radius:8px;padding:14px;margin:12px 0}article.stopped{border-color:var(--rust);border-width:2px}',
  '.picture{overflow-x:auto;padding:4px}.picture img{max-width:100%;max-height:220px;border-radius:6px}.picture svg{max-width:100%;height:auto;max-height:110px}',
  '.tools{display:flex;flex-wrap:wrap;gap:10px;margin-top:10px}button,label.pick{font:inherit;min-height:48px;padding:8px 16px;border-radius:8px;border:2px solid var(--brass);background:transparent;color:var(--brass);cursor:pointer;display:inline-flex;align-items:center;gap:10px}',
  'button.main{background:var(--brass);color:var(--paper)}button.hurts{border-color:var(--rust);color:var(--rust)}button:focus-visible,label.pick:focus-within{outline:3px solid var(--lake);outline-offset:2px}',
  'input{width:24px;height:24px;accent-color:var(--brass)}.clock{font-size:44px;font-variant-numeric:tabular-nums;font-weight:600;width:100%;margin:4px 0}.care{color:var(--rust);font-weight:600}.code{font:600 22px/1.4 ui-monospace,monospace;word-break:break-all;user-select:all}fieldset{border:0;padding:0;margin:10px 0;display:flex;flex-wrap:wrap;gap:10px}legend{padding:0;margin-bottom:6px}#qr svg{width:220px;height:220px;background:#fff}',
].join('');
