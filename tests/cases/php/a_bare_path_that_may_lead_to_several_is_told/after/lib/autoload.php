<?php

function load(): void
{
}
