import { Household, openBrowser, openPage, press, sees, type } from './e2e/household';
const h = new Household(true); await h.open(); const b = await openBrowser();
try {
  const go = async (name: string, path: string, act?: (p: any) => Promise<void>, w=1280, hh=800, dark=false) => {
    const { page, faults } = await openPage(b, h.url + '/shelf', w, hh);
    if (dark) await page.evaluate(() => localStorage.setItem('fellmist.theme','dark'));
    await page.goto(h.url + path, { waitUntil: 'networkidle0' });
    await act?.(page).catch((e: any) => console.log(name, String(e)));
    await new Promise(r => setTimeout(r, 400));
    await page.screenshot({ path: `/tmp/look/${name}.png` as any });
    if (faults.length) console.log(name, faults);
    await page.close();
  };
  await go('larder-full','/larder');
  await go('soon','/larder',async p=>{await press(p,'Use soon');});
  await go('compare-dark','/larder?food=pack-plain-whey',async p=>{await press(p,'Compare'); await type(p,'#find-food','casein'); await new Promise(r=>setTimeout(r,400)); await press(p,'Micellar casein, plain');},1280,800,true);
  await go('measures','/larder/pack/pack-mill-flour',async p=>{await press(p,'Scoop and cup');});
  await go('money-dark','/larder/pack/pack-casein',async p=>{await press(p,'Stock and price');},1280,800,true);
  await go('phone-larder','/larder',undefined,390,844);
  await go('phone-label','/larder/pack/pack-vanilla-whey',undefined,390,844);
  await go('phone-card','/larder?food=pack-skyr',undefined,390,844);
  await go('tables','/larder/tables');
  await go('new-pack','/larder/pack/new');
} finally { await b.close(); await h.dispose(); }
