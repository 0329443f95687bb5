<?php

declare(strict_types=1);

namespace Waxmoor\Controllers;

use Waxmoor\Services\KeeperService;
use Waxmoor\Shared\{Request, Response};

final class KeeperController extends BaseController
{
    public function index(): Response
    {
        return new Response((new KeeperService())->listKeepers());
    }

    public function create(Request $request): Response
    {
        return $this->made((new KeeperService())->addKeeper($request->body['name']));
    }

    public function hives(Request $request, int $number): Response
    {
        return new Response((new KeeperService())->hivesOfKeeper($number));
    }
}
