import { chromium } from 'playwright-core';
const b = await chromium.launch({ executablePath: '/usr/bin/chromium' });
const p = await b.newPage({ viewport: { width: 1280, height: 800 }, reducedMotion: 'reduce' });
const errs = []; p.on('pageerror', e => errs.push(String(e)));
await p.goto('http://127.0.0.1:4190/'); await p.getByText('Wherry').first().waitFor({ timeout: 40000 });
await p.goto('http://127.0.0.1:4190/i/wherry'); await p.waitForTimeout(2500);
await p.getByText('Before a concert').click(); await p.waitForTimeout(5600);
for (const k of ['w','c','z','c','z']) { await p.keyboard.down(k); await p.waitForTimeout(600); await p.keyboard.up(k); await p.waitForTimeout(300); }
const box = await p.getByText('rest').first().boundingBox().catch(() => null);
await p.screenshot({ path: '/tmp/k1.png' });
await p.keyboard.press('Space'); await p.waitForTimeout(600); await p.screenshot({ path: '/tmp/k2.png' });
await p.keyboard.press('Enter'); await p.waitForTimeout(1500); await p.screenshot({ path: '/tmp/k3.png' });
console.log(errs.join('\n')); await b.close();
