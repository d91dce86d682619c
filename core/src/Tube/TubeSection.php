<?php

declare(strict_types=1);

namespace Yew\Core\Tube;

use Yew\Core\Tube\Model\PentodeModel;
use Yew\Core\Tube\Model\RectifierModel;
use Yew\Core\Tube\Model\RegulatorModel;
use Yew\Core\Tube\Model\TriodeModel;

/** One electrode system inside a tube: half of a twin triode, the pentode of a combined type, one plate of a rectifier. */
final readonly class TubeSection
{
    /**
     * @param array<string, int>   $pins      pin number by electrode: plate, grid, screen, cathode
     * @param list<HandbookPoint>  $points    the handbook's operating points, those fitted to and those only checked
     * @param list<FullDrivePoint> $fullDrive its push-pull pairs at full drive, likewise
     */
    public function __construct(
        public string $name,
        public array $pins,
        public TriodeModel|PentodeModel|RectifierModel|RegulatorModel $model,
        public array $points,
        public array $fullDrive = [],
    ) {
    }
}
