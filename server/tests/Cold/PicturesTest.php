<?php

declare(strict_types=1);

namespace Yew\Server\Tests\Cold;

use Symfony\Component\Filesystem\Filesystem;
use Symfony\Component\HttpFoundation\File\UploadedFile;
use Yew\Core\Codec\Fields;
use Yew\Server\Http\Refused;
use Yew\Server\Schematic\Rasteriser;
use Yew\Server\Tests\ServerTestCase;

/** Photos and schematic pages: what is taken, what is refused with which word, and that nothing half stored stays. */
final class PicturesTest extends ServerTestCase
{
    private string $job;
    private string $unit;
    private string $folder;

    protected function setUp(): void
    {
        parent::setUp();
        $this->signIn('idris');
        $this->job = $this->bookIn($this->lantern());
        $unit = $this->em()->getConnection()->fetchOne('SELECT unit_id FROM job_unit WHERE job_id = ?', [$this->job]);
        self::assertIsString($unit);
        $this->unit = $unit;
        $this->folder = sys_get_temp_dir().'/yew-pictures-'.bin2hex(random_bytes(4));
        mkdir($this->folder);
    }

    public function testAPhotoIsMadeAnewSmallerAndWithoutWhatTheCameraWrote(): void
    {
        $jpeg = $this->jpeg(4000, 3000);
        // A camera's own words, with the place where it was taken: they must not come through.
        $marked = substr($jpeg, 0, 2)."\xFF\xE1".pack('n', 2 + 26)."Exif\0\0SECRET-PLACE-52.1N-0.5".substr($jpeg, 2);
        $answer = $this->upload('/api/jobs/'.$this->job.'/units/'.$this->unit.'/photos', $marked, 'front.jpg', ['place' => 'V4', 'caption' => 'before']);
        self::assertResponseStatusCodeSame(201);
        self::assertSame([2400.0, 1800.0], [$answer->number('width'), $answer->number('height')]);
        self::assertStringContainsString('Made smaller, from 4000 by 3000', $answer->string('said'));
        $this->client->request('GET', '/api/photos/'.$answer->string('photoId').'/full');
        $full = (string) $this->client->getResponse()->getContent();
        self::assertStringStartsWith("\xFF\xD8", $full);
        self::assertStringNotContainsString('SECRET-PLACE', $full);
        $photos = $this->get('/api/jobs/'.$this->job.'/units/'.$this->unit.'/stations/look')->objects('photos');
        self::assertSame(['V4', 'before'], [$photos[0]->string('place'), $photos[0]->string('caption')]);
    }

    public function testAPhotoThatIsTakenAwayLeavesItsMark(): void
    {
        $id = $this->upload('/api/jobs/'.$this->job.'/units/'.$this->unit.'/photos', $this->jpeg(40, 30), 'a.jpg')->string('photoId');
        $this->write($this->job, 'photo', ['photoId' => $id, 'caption' => 'leads', 'pins' => [['x' => 0.5, 'y' => 0.25, 'says' => 'red, plate V4']]]);
        $photo = $this->get('/api/jobs/'.$this->job.'/units/'.$this->unit.'/stations/look')->objects('photos')[0];
        self::assertSame([1, 'red, plate V4'], [\count($photo->objects('pins')), $photo->objects('pins')[0]->string('says')]);
        $this->client->request('DELETE', '/api/photos/'.$id, server: ['HTTP_ORIGIN' => 'http://localhost']);
        self::assertResponseStatusCodeSame(204);
        $this->client->request('GET', '/api/photos/'.$id.'/thumb');
        self::assertResponseStatusCodeSame(410);
        self::assertCount(1, $this->get('/api/jobs/'.$this->job.'/units/'.$this->unit.'/stations/look')->objects('photos'));
    }

    public function testWhatIsNoPhotoIsRefusedWithAWord(): void
    {
        $huge = $this->jpeg(40, 30);
        // The size in a JPEG's frame header says how much would be unpacked: 10 000 by 9 000.
        $at = (int) strpos($huge, "\xFF\xC0");
        $huge = substr_replace($huge, pack('nn', 9000, 10000), $at + 5, 4);
        $cases = [
            'MZ'.str_repeat("\0", 200) => 'this is a program',
            "\0\0\0\x18ftypheic".str_repeat("\0", 64) => 'HEIC',
            '<?xml version="1.0"?><svg xmlns="http://www.w3.org/2000/svg"><script>1</script></svg>' => 'SVG is a program',
            substr($this->jpeg(40, 30), 0, 20) => 'JPEG, PNG or WebP',
            $huge => '90 megapixels',
            '%PDF-1.4' => 'belongs with the schematic',
        ];
        $before = self::files();
        foreach ($cases as $bytes => $word) {
            $answer = $this->upload('/api/jobs/'.$this->job.'/units/'.$this->unit.'/photos', $bytes, 'x.jpg');
            self::assertResponseStatusCodeSame(422);
            self::assertStringContainsString($word, $answer->string('detail'));
        }
        self::assertSame(0, $this->em()->getConnection()->fetchOne('SELECT count(*) FROM photo'));
        self::assertSame(0, $this->em()->getConnection()->fetchOne("SELECT count(*) FROM tape_entry WHERE kind = 'photo'"));
        self::assertSame($before, self::files());
    }

    public function testAPdfBecomesPicturesAndIsNeverKept(): void
    {
        $sheet = $this->sheetId();
        $pages = $this->pages($sheet, $this->pdf(2));
        self::assertCount(2, $pages);
        $this->client->request('GET', '/api/schematic-pages/'.$pages[0]->string('id').'/image');
        self::assertStringStartsWith("\x89PNG", (string) $this->client->getResponse()->getContent());
        $this->client->jsonRequest('PUT', '/api/schematic-pages/'.$pages[1]->string('id').'/marks', ['marks' => [['place' => 'R14', 'x' => 0.25, 'y' => 0.5], ['place' => 'V4.5', 'x' => 1, 'y' => 0]]], ['HTTP_ORIGIN' => 'http://localhost']);
        self::assertResponseIsSuccessful();
        self::assertCount(2, $this->answer()->objects('marks'));
        $this->client->jsonRequest('PUT', '/api/schematic-pages/'.$pages[1]->string('id').'/marks', ['marks' => [['place' => 'R14', 'x' => 1.5, 'y' => 0.5]]], ['HTTP_ORIGIN' => 'http://localhost']);
        self::assertResponseStatusCodeSame(422);
    }

    public function testBooksBrokenFilesAndScriptsDoNotGetIn(): void
    {
        $sheet = $this->sheetId();
        foreach ([[$this->pdf(400), 'of 400 pages is a book'], ['%PDF-1.7 nonsense', 'damaged'], ['MZ', 'program']] as [$bytes, $word]) {
            $answer = $this->upload('/api/sheets/'.$sheet.'/pages', $bytes, 'x.pdf');
            self::assertResponseStatusCodeSame(422);
            self::assertStringContainsString($word, $answer->string('detail'));
        }
        self::assertSame(0, $this->em()->getConnection()->fetchOne('SELECT count(*) FROM schematic_page'));
        $scripted = str_replace('/Type /Catalog', '/Type /Catalog /OpenAction << /S /JavaScript /JS (app.alert\(1\)) >>', $this->pdf(1));
        $this->client->request('GET', '/api/schematic-pages/'.$this->pages($sheet, $scripted)[0]->string('id').'/image');
        self::assertStringNotContainsString('JavaScript', (string) $this->client->getResponse()->getContent());
    }

    public function testPlacesOfTheDrawingFollowTheJob(): void
    {
        foreach (['A' => '0.4', 'N1' => '0.1'] as $island => $text) {
            $this->write($this->job, 'discharge-proof', ['island' => $island, 'text' => $text], 1);
        }
        $places = fn (): Fields => $this->get('/api/jobs/'.$this->job.'/units/'.$this->unit.'/places');
        self::assertSame('not-yet', $places()->string('R26'));
        $this->write($this->job, 'trial', ['test' => 'resistor', 'part' => 'R26', 'text' => '612']);
        $this->write($this->job, 'trial', ['test' => 'resistor', 'part' => 'R25', 'text' => '471']);
        $after = $places();
        self::assertSame(['off', 'good'], [$after->string('R26'), $after->string('R25')]);
        $this->write($this->job, 'as-fitted', ['text' => 'R26 470']);
        self::assertSame('replaced', $places()->string('R26'));
    }

    private static function files(): int
    {
        $state = self::getContainer()->getParameter('yew.state');
        $files = glob($state.'/files/photos/*');

        return false === $files ? 0 : \count($files);
    }

    private function sheetId(): string
    {
        return $this->get('/api/jobs/'.$this->job)->objects('units')[0]->object('sheet')->string('sheetId');
    }

    /** @return list<Fields> */
    private function pages(string $sheet, string $bytes): array
    {
        $this->upload('/api/sheets/'.$sheet.'/pages', $bytes, 'x.pdf', list: true);
        self::assertResponseStatusCodeSame(201);

        return array_map(static fn (mixed $p): Fields => Fields::of($p), array_values($this->getList('/api/sheets/'.$sheet.'/pages')));
    }

    /** @param array<string, string> $words */
    private function upload(string $path, string $bytes, string $name, array $words = [], bool $list = false): Fields
    {
        $file = $this->folder.'/'.$name;
        file_put_contents($file, $bytes);
        $this->client->request('POST', $path, $words, ['file' => new UploadedFile($file, $name, null, null, true)], ['HTTP_ORIGIN' => 'http://localhost', 'HTTP_ACCEPT' => 'application/json']);

        return $list ? Fields::of([]) : $this->answer();
    }

    /**
     * @param int<1, max> $width
     * @param int<1, max> $height
     */
    private function jpeg(int $width, int $height): string
    {
        $image = imagecreatetruecolor($width, $height);
        imagefilledellipse($image, intdiv($width, 2), intdiv($height, 2), intdiv($width, 3), intdiv($height, 3), 0xCC8844);
        ob_start();
        imagejpeg($image, null, 80);

        return (string) ob_get_clean();
    }

    public function testAPdfHoldsNobodyUpForLong(): void
    {
        $disk = new Filesystem();
        $folder = sys_get_temp_dir().'/yew-raster-'.bin2hex(random_bytes(4));
        $disk->mkdir($folder);
        try {
            file_put_contents($folder.'/twenty.pdf', $this->pdf(20));
            $pages = Rasteriser::pages($folder.'/twenty.pdf', $folder, 120.0); // a busy machine may take its time
            self::assertSame([20, 2400], [\count($pages), max($pages[19]->width, $pages[19]->height)]);
            $strokes = '';
            for ($i = 0; $i < 60_000; ++$i) {
                $strokes .= \sprintf('%d %d m %d %d %d %d %d %d c S ', $i * 7 % 200, $i * 11 % 100, $i * 13 % 200, $i * 17 % 100, $i * 19 % 200, $i * 23 % 100, $i * 29 % 200, $i * 31 % 100);
            }
            file_put_contents($folder.'/heavy.pdf', $this->pdf(1, $strokes));
            $this->expectException(Refused::class);
            $this->expectExceptionMessage('takes too long to draw: send fewer of its pages at a time');
            Rasteriser::pages($folder.'/heavy.pdf', $folder, 0.5);
        } finally {
            $disk->remove($folder);
        }
    }

    /** A PDF of blank pages with a line each, or with what is drawn. */
    private function pdf(int $pages, string $drawn = '10 10 m 190 90 l S'): string
    {
        $kids = implode(' ', array_map(static fn (int $i): string => (3 + 2 * $i).' 0 R', range(0, $pages - 1)));
        $objects = ['<< /Type /Catalog /Pages 2 0 R >>', '<< /Type /Pages /Kids ['.$kids.'] /Count '.$pages.' >>'];
        for ($i = 0; $i < $pages; ++$i) {
            $objects[] = '<< /Type /Page /Parent 2 0 R /MediaBox [0 0 200 100] /Contents '.(4 + 2 * $i).' 0 R >>';
            $objects[] = \sprintf("<< /Length %d >>\nstream\n%s\nendstream", \strlen($drawn), $drawn);
        }
        $pdf = "%PDF-1.4\n";
        $offsets = [];
        foreach ($objects as $n => $object) {
            $offsets[] = \strlen($pdf);
            $pdf .= ($n + 1)." 0 obj\n".$object."\nendobj\n";
        }
        $start = \strlen($pdf);
        $pdf .= "xref\n0 ".(\count($objects) + 1)."\n0000000000 65535 f \n".implode('', array_map(static fn (int $o): string => \sprintf("%010d 00000 n \n", $o), $offsets));

        return $pdf.'trailer << /Size '.(\count($objects) + 1).' /Root 1 0 R >>'."\nstartxref\n".$start."\n%%EOF";
    }
}
