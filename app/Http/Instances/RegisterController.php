<?php

declare(strict_types=1);

namespace App\Http\Instances;

use App\Findings\Everywhere;
use App\Models\TaskKind;
use App\View\Asked;
use App\View\Register;
use App\Work\Tasks;
use Illuminate\Http\Request;
use Illuminate\View\View;

final class RegisterController
{
    public function __invoke(Request $request, Register $register, Everywhere $everywhere, Tasks $tasks): View
    {
        $page = $register->page(Asked::words($request, 'q', 80), Asked::words($request, 'sort', 20));
        if ($everywhere->isStale()) {
            $tasks->once(TaskKind::LookOver);
        }

        return view('register.page', $page);
    }
}
