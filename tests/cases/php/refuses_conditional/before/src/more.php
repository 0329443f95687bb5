<?php

function more(): void
{
}
