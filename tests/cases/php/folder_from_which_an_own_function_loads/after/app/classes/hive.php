<?php

class Hive
{
    public function weigh(): int
    {
        return (new Scales_Floor())->weigh($this);
    }
}
