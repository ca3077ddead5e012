// What was typed or ticked in a form and not sent yet is there again when the page is loaded anew in this tab; a form asks for that
// with data-kept, which names what is kept.
const name = key => `kept ${key}`;

export function recall(key) {
    try {
        return JSON.parse(sessionStorage.getItem(name(key)) ?? '{}');
    } catch {
        return {};
    }
}

export function remember(key, values) {
    try {
        Object.keys(values).length === 0 ? sessionStorage.removeItem(name(key)) : sessionStorage.setItem(name(key), JSON.stringify(values));
    } catch {
        // A browser that keeps nothing loses what it lost before.
    }
}

const isTick = field => field.type === 'checkbox' || field.type === 'radio';
const keyOf = field => (isTick(field) ? `${field.name} ${field.value}` : field.name);

function put(form) {
    const values = recall(form.dataset.kept);
    for (const field of form.elements) {
        const kept = values[keyOf(field)];
        if (field.name === '' || field.type === 'hidden' || field.type === 'file' || kept === undefined) {
            continue;
        }
        const before = isTick(field) ? field.checked : field.value;
        isTick(field) ? (field.checked = kept) : (field.value = kept);
        before === kept || field.dispatchEvent(new Event('change', { bubbles: true }));
    }
}

export function keepForms(page) {
    page.querySelectorAll('form[data-kept]').forEach(put);
    page.addEventListener('input', event => {
        const [field, form] = [event.target, event.target.form];
        if (form?.dataset.kept && field.name && field.type !== 'file' && field.type !== 'hidden') {
            remember(form.dataset.kept, { ...recall(form.dataset.kept), [keyOf(field)]: isTick(field) ? field.checked : field.value });
        }
    });
    page.addEventListener('submit', event => event.target.dataset?.kept && remember(event.target.dataset.kept, {}));
}
