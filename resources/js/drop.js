// A form that takes a file that is dropped on it.
export function drop() {
    return {
        over: false,

        take(event) {
            this.over = false;
            if (event.dataTransfer.files.length > 0) {
                this.$refs.file.files = event.dataTransfer.files;
            }
        },
    };
}
