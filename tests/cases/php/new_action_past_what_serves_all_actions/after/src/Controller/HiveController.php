<?php

namespace Waxmoor\Controller;

use Waxmoor\Authorization\HiveAuthorization;
use Waxmoor\Model\HiveModel;

class HiveController
{
    public function __construct(private HiveAuthorization $authorization, private HiveModel $model)
    {
    }

    public function updateHive(int $id, string $name): bool
    {
        $this->authorization->check('updateHive', $id);
        return $this->model->update($id, $name);
    }

    public function removeHive(int $id): bool
    {
        $this->authorization->check('removeHive', $id);
        return $this->model->remove($id);
    }

    public function archiveHive(int $id): bool
    {
        $this->authorization->check('archiveHive', $id);
        return $this->model->remove($id);
    }
}
