<?php

declare(strict_types=1);

namespace Waxmoor\Controllers;

use Waxmoor\Repositories\HiveRepository;
use Waxmoor\Services\HiveService;
use Waxmoor\Shared\{Request, Response};

final class HiveController extends BaseController
{
    public function index(): Response
    {
        return new Response((new HiveService())->listHives());
    }

    public function create(Request $request): Response
    {
        return $this->made((new HiveService())->addHive($request->body));
    }

    public function show(Request $request, int $number): Response
    {
        return new Response((new HiveService())->showHive($number));
    }

    public function count(): Response
    {
        return new Response(['count' => count((new HiveRepository())->all())]);
    }

    public function delete(Request $request, int $number): Response
    {
        (new HiveService())->giveUpHive($number);
        return $this->gone();
    }
}
