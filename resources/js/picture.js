import { renderSVG } from 'uqr';

// A text as a QR picture, drawn here.
export function picture(text) {
    return {
        drawn: renderSVG(text, { ecc: 'L', border: 3 }),
    };
}
