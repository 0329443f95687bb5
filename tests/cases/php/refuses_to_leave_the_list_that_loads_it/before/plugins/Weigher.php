<?php

class Weigher
{
    public function weigh(): int
    {
        return 40;
    }
}
