<?php

declare(strict_types=1);

namespace Waxmoor\Controllers;

use Waxmoor\Services\HarvestService;
use Waxmoor\Shared\{Request, Response};

final class HarvestController extends BaseController
{
    public function index(): Response
    {
        return new Response((new HarvestService())->listHarvests());
    }

    public function create(Request $request): Response
    {
        $harvest = (new HarvestService())->addHarvest($request->body);
        return $this->made(['number' => $harvest->number, 'grade' => $harvest->grade(), 'worth' => $harvest->worth()]);
    }

    public function totals(): Response
    {
        return new Response((new HarvestService())->sumUpHarvests());
    }

    public function delete(Request $request, int $number): Response
    {
        (new HarvestService())->cancelHarvest($number);
        return $this->gone();
    }
}
