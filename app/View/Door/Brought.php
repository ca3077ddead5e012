<?php

declare(strict_types=1);

namespace App\View\Door;

/** What something that was dropped or pasted is, and the form that takes it. */
final readonly class Brought
{
    /**
     * @param  string  $is  what it is, in a few words
     * @param  string  $act  what would be done with it; nothing where nothing can be
     * @param  string  $action  the address that takes it
     * @param  string  $field  the field that the file, or the text, is sent in
     * @param  array<string, string>  $fields  sent beside it
     * @param  bool  $inSlices  whether it is sent in slices, as the shelf takes files of any size
     */
    public function __construct(
        public string $is,
        public string $act = '',
        public string $action = '',
        public string $field = 'file',
        public array $fields = [],
        public bool $inSlices = false,
    ) {
    }

    /** @return array{is: string, act: string, action: string, field: string, fields: array<string, string>, inSlices: bool} */
    public function told(): array
    {
        return [
            'is' => $this->is,
            'act' => $this->act,
            'action' => $this->action,
            'field' => $this->field,
            'fields' => $this->fields,
            'inSlices' => $this->inSlices,
        ];
    }
}
