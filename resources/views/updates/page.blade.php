<x-layout title="Updates">
    <main class="plain" id="main" style="max-width: none">
        <h1 class="text-2xl mt-6 mb-1">Updates <x-help of="Updates" key="updates" /></h1>
        @if ($rows === [])
            <p>Every instance is as new as it can be with what is asked for in it.</p>
        @else
            <p class="soft max-w-[75ch] mb-3">Newer releases that go together with everything else, in each instance. They are put into
                drafts first; what is on disk changes once those are applied.</p>
            <div x-data="marks" @click="mark($event)">
                <form id="marked" method="post" action="{{ route('updates.draft') }}">@csrf</form>
                @foreach ($rows as $row)
                    <input type="hidden" form="marked" name="seen[{{ $row->instance->id }}]"
                        value="{{ $row->instance->draft->revision ?? 0 }}">
                @endforeach
                <div class="scroll">
                    <table class="grid-table plain" aria-label="Updates">
                        <thead>
                            <tr>
                                <th style="width: 34px"><input type="checkbox" data-all aria-label="Mark all"></th>
                                <th style="width: 230px">Instance</th>
                                <th>Newer</th>
                                <th style="width: 300px">Draft</th>
                            </tr>
                        </thead>
                        @foreach ($rows as $row)
                            <tr data-row tabindex="-1">
                                <td><input type="checkbox" form="marked" name="instances[]" value="{{ $row->instance->id }}" data-mark
                                        aria-label="Mark {{ $row->instance->name }}"
                                        @checked($row->draft === '' || $row->isOnlyUpdates)></td>
                                <td class="name"><x-face :instance="$row->instance" size="18" /> <a data-open class="hover:underline"
                                        href="{{ route('instances.show', [$row->instance, 'only' => 'updates']) }}">{{
                                        $row->instance->name }}</a></td>
                                <td>{{ $row->names }}</td>
                                <td>
                                    @if ($row->draft !== '')
                                        <a class="link" href="{{ route('draft', $row->instance) }}">{{ $row->draft }}</a>
                                        @unless ($row->isOnlyUpdates)
                                            <span class="warn">with other changes of yours</span>
                                        @endunless
                                    @endif
                                </td>
                            </tr>
                        @endforeach
                    </table>
                </div>
                <div class="acts mt-4" style="justify-content: flex-start">
                    <button class="btn" form="marked" :disabled="marked === 0">Draft the updates</button>
                    @if (collect($rows)->contains('isReady', true))
                        <button class="btn main-act" form="marked" formaction="{{ route('updates.apply') }}"
                            :disabled="marked === 0">Apply the drafts</button>
                    @endif
                    <span class="soft" x-text="marked === 0 ? 'Mark instances first.' : 'of those that are marked'"></span>
                </div>
            </div>
        @endif
    </main>
</x-layout>
