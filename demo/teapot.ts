/**
 * The picture of a teapot for the shaped card of the Lantern Quay Tea Fair: dark on light with soft edges, a window
 * in its belly and some dust, as a scanned drawing has. 900 x 700 pixels for 180 x 140 mm.
 */
export const TEAPOT_SIZE = { width: 900, height: 700 }

export const drawTeapot = (): string => `<svg xmlns="http://www.w3.org/2000/svg" width="900" height="700">
<rect width="900" height="700" fill="#f4efe6"/>
<g fill="#35263a">
<path d="M250 300C170 370 180 540 290 600L590 600C700 540 710 370 630 300Z"/>
<path d="M300 300C300 210 580 210 580 300Z"/>
<circle cx="440" cy="205" r="34"/>
<path d="M640 420C730 420 740 300 830 270L860 300C790 330 790 500 640 530Z"/>
</g>
<path d="M255 350C120 320 90 500 250 540" fill="none" stroke="#35263a" stroke-width="42"/>
<path d="M440 500C390 460 370 430 400 405C420 390 440 405 440 420C440 405 460 390 480 405C510 430 490 460 440 500Z" fill="#f4efe6"/>
<g fill="#35263a"><circle cx="60" cy="60" r="1.6"/><circle cx="780" cy="120" r="1.8"/><circle cx="300" cy="660" r="1.4"/></g>
</svg>`
