<x-layout title="Notices">
    <main class="plain" id="main" style="max-width: none">
        <h1 class="text-2xl mt-6 mb-1">Notices <x-help of="Notices" key="notices" /></h1>
        <p class="soft max-w-[75ch] mb-3">What others and you found out about packages: broken, fine, not beside another. It is told in
            every instance where it holds.</p>
        <h2 class="mt-4 mb-1">Lists that you subscribe to</h2>
        @if ($lists->isEmpty())
            <p class="soft">None yet. A list is a file that somebody gives you, or an address that is read twice a day.</p>
        @else
            <x-table :columns="['List' => null, 'By' => '200px', 'Notices' => '90px', 'Read' => '150px']" :numbers="['Notices']"
                acts="330px" aria-label="Lists">
                @foreach ($lists as $list)
                    <tr data-row tabindex="-1">
                        <td class="name">{{ $list->name }}
                            @if ($list->address !== null && $list->address !== $list->name)
                                <br><span class="quiet font-normal">{{ $list->address }}</span>
                            @endif
                            @if ($list->problem !== null)
                                <br><span class="bad font-normal">{{ $list->problem }}</span>
                            @endif
                        </td>
                        <td class="soft">{{ $list->author }}@if ($list->key !== '')
                                <br><span class="ver" title="The key that it is signed with">{{ $list->key }}</span>
                            @endif
                            @if ($list->licence !== '')
                                <br>{{ $list->licence }}
                            @endif
                        </td>
                        <td class="num">{{ $list->count }}@if ($list->passed_over > 0)
                                <br><span class="quiet">{{ $list->passed_over }} cannot be used</span>
                            @endif
                        </td>
                        <td class="soft">{{ $list->read_at === null ? 'not yet' : $list->read_at->diffForHumans() }}
                            @if ($list->dated !== '')
                                <br>written {{ $list->dated }}
                            @endif
                        </td>
                        <td class="text-right">
                            <x-act :action="route('notices.bind', $list)" :fields="['binds' => $list->binds ? '0' : '1']">{{ $list->binds
                                ? 'Only tell what it keeps apart' : 'Keep apart what it says' }}</x-act>
                            @if ($list->address !== null)
                                <span class="ml-3"><x-act :action="route('notices.read', $list)"
                                        :label="'Read ' . $list->name . ' again'">Read it again</x-act></span>
                            @endif
                            <span class="ml-3"><x-act :action="route('notices.leave', $list)" :fields="['_method' => 'delete']"
                                    :label="'Leave ' . $list->name">Leave</x-act></span>
                        </td>
                    </tr>
                @endforeach
            </x-table>
        @endif
        <form method="post" action="{{ route('notices.subscribe') }}" enctype="multipart/form-data"
            class="flex flex-wrap items-center gap-2 mt-3">
            @csrf
            <input type="url" name="address" maxlength="250" class="w-80 max-w-full" placeholder="https://…/notices.json"
                aria-label="Address of a list" value="{{ old('address') }}">
            <span class="soft">or</span>
            <input type="file" name="file" accept=".json,application/json" aria-label="File of a list">
            <button class="btn">Subscribe</button>
        </form>
        <h2 class="mt-6 mb-1">Said and found out here <span class="ver quiet ml-1">{{ count($own) ?: '' }}</span></h2>
        @if ($own === [])
            <p class="soft max-w-[75ch]">Nothing yet. On the page of a package you can say what you found out; what a search for a culprit
                proves comes here by itself.</p>
        @else
            <x-table :columns="['Package' => '220px', 'What is so' => null, 'Said' => '260px']" acts="110px" aria-label="Said here">
                @foreach ($own as $one)
                    <tr data-row tabindex="-1">
                        <td class="name">{{ $names[$one->notice->about] ?? $one->notice->about }}
                            <span class="ver quiet">{{ $one->notice->releases === '*' ? '' : $one->notice->releases }}</span></td>
                        <td>{{ ucfirst($one->notice->kind->short()) }}@foreach ($one->notice->beside as $id => $range)
                                {{ $loop->first ? ($one->notice->kind->value === 'apart' ? '' : ' beside ') : ' and ' }}
                                {{ $names[$id] ?? $id }}{{ $range === '*' ? '' : ' ' . $range }}@endforeach: <span
                                class="soft">{{ $one->sentence() }}</span></td>
                        <td class="soft">{{ $one->saying() }}</td>
                        <td class="text-right"><x-act :action="route('notices.destroy', $one->id)" :fields="['_method' => 'delete']"
                                :label="'Take back: ' . $one->notice->text">Take back</x-act></td>
                    </tr>
                @endforeach
            </x-table>
            <p class="mt-3"><a class="btn" href="{{ route('notices.document') }}">Save them as a list</a>
                <span class="soft ml-2">signed with your key; friends subscribe to it, as a file or where you put it</span></p>
        @endif
    </main>
</x-layout>
