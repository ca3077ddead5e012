const svg = 'http://www.w3.org/2000/svg';

// Names that the sentence above the picture lists; the picture shows them all.
const SAID = 7;

/** Draws what a seat rests on and what rests on it, while it is pointed at or has the focus. */
export const theatre = (seats, middle, floor) => ({
    says: `${seats.length} seats. Point at one, or move with the arrow keys, to see what it rests on.`,
    boxes: [],
    places: new Map(seats.map((seat, i) => [seat.id, i])),

    element(i) {
        return this.$root.querySelector(`[data-seat="${i}"]`);
    },

    point(i) {
        this.clear();
        const seat = seats[i];
        const below = seat.rests.filter(id => this.places.has(id)).map(id => this.places.get(id));
        const above = seat.carries.filter(id => this.places.has(id)).map(id => this.places.get(id));
        this.element(i).classList.add('here');
        this.label(seat, true);
        below.forEach(other => this.thread(seat, seats[other], 'below', other));
        above.forEach(other => this.thread(seat, seats[other], 'above', other));
        const count = (list, none) =>
            list.length === 0
                ? none
                : list
                      .slice(0, SAID)
                      .map(other => seats[other].name)
                      .join(', ') + (list.length > SAID ? ` and ${list.length - SAID} more` : '');
        this.says = `${seat.name} ${seat.version}${seat.finding ? ` (${seat.finding})` : ''} rests on ${count(below, 'the base alone')}; ${above.length === 0 ? 'nothing rests on it' : `on it rests ${count(above)}`}.`;
    },

    thread(from, to, way, other) {
        const path = document.createElementNS(svg, 'path');
        path.setAttribute('d', this.curve(from, to));
        path.setAttribute('class', way);
        this.$refs.threads.append(path);
        this.element(other).classList.add(way);
        this.label(to, false);
    },

    /** Along the tiers and never across the stage: the angle and the distance from the middle change evenly. */
    curve(from, to) {
        const polar = seat => [Math.atan2(floor - seat.y, seat.x - middle), Math.hypot(seat.x - middle, floor - seat.y)];
        const [angle, radius] = polar(from);
        const [endAngle, endRadius] = polar(to);
        const points = [];
        for (let i = 0; i <= 24; i++) {
            const part = i / 24;
            const eased = part * part * (3 - 2 * part);
            const [a, r] = [angle + (endAngle - angle) * part, radius + (endRadius - radius) * eased];
            points.push(`${(middle + r * Math.cos(a)).toFixed(1)} ${(floor - r * Math.sin(a)).toFixed(1)}`);
        }
        return `M${points.join('L')}`;
    },

    label(seat, main) {
        const text = document.createElementNS(svg, 'text');
        const left = seat.x < middle;
        text.setAttribute('x', seat.x + (left ? -16 : 16));
        text.setAttribute('y', seat.y - 12);
        text.setAttribute('text-anchor', left ? 'end' : 'start');
        text.setAttribute('class', main ? 'main' : '');
        text.textContent = main ? `${seat.name} ${seat.version}` : seat.name;
        this.$refs.labels.append(text);
        this.makeRoom(text);
    },

    /** Moves a label up or down to where it covers no other. */
    makeRoom(text) {
        const [left, baseline] = [Number(text.getAttribute('x')), Number(text.getAttribute('y'))];
        const width = text.getComputedTextLength();
        const from = text.getAttribute('text-anchor') === 'end' ? left - width : left;
        const covers = y => this.boxes.some(box => box.from < from + width + 4 && from < box.to + 4 && Math.abs(box.y - y) < 13);
        const y = [0, 14, -14, 28, -28, 42].map(by => baseline + by).find(at => !covers(at)) ?? baseline;
        text.setAttribute('y', y);
        this.boxes.push({ from, to: from + width, y });
    },

    clear() {
        this.boxes = [];
        this.$refs.threads.replaceChildren();
        this.$refs.labels.replaceChildren();
        this.$root.querySelectorAll('.seat').forEach(one => one.classList.remove('here', 'below', 'above'));
    },

    /** Back to the seat that has the focus, or to none. */
    leave() {
        this.clear();
        const focused = document.activeElement?.closest?.('[data-seat]');
        if (focused && this.$root.contains(focused)) {
            this.point(Number(focused.dataset.seat));
        }
    },

    move(event) {
        const now = event.target.closest('[data-seat]');
        if (!now || event.altKey || event.ctrlKey || event.metaKey) {
            return;
        }
        const i = Number(now.dataset.seat);
        let next = { ArrowLeft: i - 1, ArrowRight: i + 1, Home: 0, End: seats.length - 1 }[event.key];
        if (event.key === 'ArrowUp' || event.key === 'ArrowDown') {
            next = this.across(now, i, event.key === 'ArrowUp' ? 1 : -1);
        }
        if (next === undefined || next < 0 || next >= seats.length) {
            return;
        }
        event.preventDefault();
        now.setAttribute('tabindex', -1);
        this.element(next).setAttribute('tabindex', 0);
        this.element(next).focus();
    },

    /** The seat of the next row, outwards or inwards, that is nearest in direction. */
    across(now, i, way) {
        const rows = [...new Set([...this.$root.querySelectorAll('[data-seat]')].map(one => one.dataset.row))];
        const row = rows[rows.indexOf(now.dataset.row) + way];
        if (row === undefined) {
            return undefined;
        }
        const angle = seat => Math.atan2(floor - seat.y, seat.x - middle);
        return [...this.$root.querySelectorAll(`[data-row="${row}"]`)]
            .map(one => Number(one.dataset.seat))
            .reduce((best, other) => (Math.abs(angle(seats[other]) - angle(seats[i])) < Math.abs(angle(seats[best]) - angle(seats[i])) ? other : best));
    },
});
