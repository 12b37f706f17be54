import { chromium } from 'playwright-core';
const [,, path, out, w='1280', h='800', dark='', ...keys] = process.argv;
const b = await chromium.launch({ executablePath: '/usr/bin/chromium' });
const p = await b.newPage({ viewport: { width: +w, height: +h }, reducedMotion: 'reduce', colorScheme: dark === 'dark' ? 'dark' : 'light' });
const errs = []; p.on('pageerror', e => errs.push(String(e))); p.on('console', m => m.type() === 'error' && errs.push(m.text()));
await p.goto('http://127.0.0.1:4190/'); await p.getByText('Wherry').first().waitFor({ timeout: 40000 });
await p.goto('http://127.0.0.1:4190' + path); await p.waitForTimeout(2500);
for (const k of keys) { if (k.startsWith('wait')) await p.waitForTimeout(+k.slice(4)); else if (k.startsWith('click:')) await p.getByText(k.slice(6)).first().click(); else if (k.startsWith('scroll')) await p.mouse.wheel(0, +k.slice(6)); else await p.keyboard.press(k); await p.waitForTimeout(250); }
await p.waitForTimeout(800);
await p.screenshot({ path: out }); console.log(errs.slice(0,5).join('\n')); await b.close();
