<?php

namespace Waxmoor;

use Other\Frame;
use Some\ModelsFrame;
use Waxmoor\Models\Frame as OtherFrame;

class Report
{
    public function lines(Frame $frame, ModelsFrame $other): array
    {
        return [];
    }
}

class Hive
{
    public function frame(): OtherFrame
    {
        return new OtherFrame();
    }
}
