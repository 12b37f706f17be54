/** Text as HTML shows it. */
export const escapeHtml = (text: string): string => text.replace(/[&<>"']/g, (c) => `&#${c.charCodeAt(0)};`);

/** How a page looks that the maker prints. */
export const PAGE_STYLE = `@page{size:A4;margin:14mm}body{font:9pt/1.3 system-ui,sans-serif;color:#0f2f3d;max-width:180mm;margin:0 auto}
h1{font-size:17pt;margin:0 0 1mm}h2{font-size:10.5pt;margin:2.6mm 0 .6mm;border-bottom:1px solid #c7d4d8}
table{border-collapse:collapse;width:100%}td,th{padding:.4mm 3mm .4mm 0;border-bottom:1px solid #dfe8ea;font-variant-numeric:tabular-nums;text-align:left;font-weight:400}thead td,thead th{color:#4a6470}
ul{margin:1mm 0;padding-left:5mm}p{margin:1mm 0}img{max-width:80mm;max-height:60mm;margin:1mm 2mm 1mm 0}svg{vertical-align:middle}`;
