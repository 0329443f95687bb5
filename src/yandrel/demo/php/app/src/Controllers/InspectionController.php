<?php

declare(strict_types=1);

namespace Waxmoor\Controllers;

use Waxmoor\Services\InspectionService;
use Waxmoor\Shared\Request;
use Waxmoor\Shared\Response;

final class InspectionController extends BaseController
{
    public function index(Request $request, int $hive): Response
    {
        return new Response((new InspectionService())->listInspections($hive));
    }

    public function create(Request $request, int $hive): Response
    {
        return $this->made((new InspectionService())->addInspection($hive, $request->body['mites']));
    }

    public function warnings(): Response
    {
        return new Response((new InspectionService())->listWarnings());
    }
}
