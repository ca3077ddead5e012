<x-move-grid :page="$page"
    :address="$page->list->instance_id ? route('move', $page->list->instance_id) : route('wishes.show', $page->list)" />
