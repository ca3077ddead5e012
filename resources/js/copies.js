// Copies the text beside a button, and says so for a moment; where the clipboard is out of reach it marks the text.
export function copies() {
    return {
        said: '',

        async copy() {
            const text = this.$refs.text;
            try {
                await navigator.clipboard.writeText(text.value);
                this.said = 'Copied';
            } catch {
                text.select();
                this.said = 'Marked; copy it with your keys';
            }
            setTimeout(() => (this.said = ''), 3000);
        },
    };
}
