import { selfTestRules } from '@/catalog/instruments/selfTests';
import { pictureSeen } from '@/core/selftest/picture';
import { heard, level, overQuiet, tonePower } from '@/core/selftest/sound';
import { button, el, fill } from './dom';
import { wait, type Shown } from './testResult';

/** What a browser says when it will not: in words for somebody at a bench. */
function refusal(error: unknown): string {
  const name = (error as { name?: string }).name || '';
  if (!window.isSecureContext)
    return 'This page came over plain http: a browser gives no camera or microphone to it. Open it over https, or answer by hand.';
  if (name === 'NotFoundError') return 'The machine shows none.';
  if (name === 'NotAllowedError')
    return 'The browser was told no: allow it beside the address, or answer by hand.';
  if (name === 'NotReadableError') return 'Another program holds it, or it does not answer.';
  return `The browser does not give it (${name || 'no reason'}). Answer by hand.`;
}

const media = (wish: MediaStreamConstraints): Promise<MediaStream> =>
  navigator.mediaDevices
    ? navigator.mediaDevices.getUserMedia(wish)
    : Promise.reject(Object.assign(new Error('none'), { name: 'NoMedia' }));

const stop = (stream: MediaStream | null) => stream && stream.getTracks().forEach((track) => track.stop());

/** The camera: its picture is looked at by the page, then by a person. */
export const cameraTest: Shown = (host, told) => {
  let stream: MediaStream | null = null;
  let gone = false;
  const video = el('video', { autoplay: true, muted: true, playsinline: true, width: '480' });
  video.muted = true;
  const line = el('p', { class: 'big', role: 'status' }, 'Asking for the camera …');
  let seen = '';
  let black = false;
  const look = () => {
    const canvas = el('canvas', { width: '64', height: '48' });
    const paint = canvas.getContext('2d');
    if (!paint || !video.videoWidth) return;
    paint.drawImage(video, 0, 0, 64, 48);
    const { data } = paint.getImageData(0, 0, 64, 48);
    black = !pictureSeen(data, selfTestRules);
    seen = `${video.videoWidth} x ${video.videoHeight}`;
    line.textContent = black
      ? `${seen}, but black or all of one shade: is its shutter open?`
      : `A picture, ${seen}.`;
  };
  const timer = setInterval(look, 700);
  media({ video: true }).then(
    (got) => {
      if (gone) return stop(got);
      stream = got;
      video.srcObject = got;
    },
    (error: unknown) => {
      line.textContent = refusal(error);
    },
  );
  const figures = () => ({ width: video.videoWidth, height: video.videoHeight });
  fill(
    host,
    el('h2', {}, 'Its picture, and the lamp beside it'),
    video,
    line,
    el(
      'div',
      { class: 'acts' },
      button(
        'A good picture',
        () => told({ result: 'pass', words: seen || 'seen', figures: figures(), byHand: !seen }),
        'strong',
      ),
      button('Black or wrong', () =>
        told({ result: 'fail', words: `${seen || 'no picture'}${black ? ', black' : ''}`, byHand: !seen }),
      ),
      button('It should have one, none is found', () =>
        told({ result: 'fail', detail: 'missing', words: 'not found', byHand: true }),
      ),
    ),
  );
  return () => {
    gone = true;
    clearInterval(timer);
    stop(stream);
  };
};

interface Ear {
  context: AudioContext;
  samples: () => Float32Array;
  close: () => void;
}

async function listen(context: AudioContext): Promise<Ear> {
  const stream = await media({
    audio: { echoCancellation: false, noiseSuppression: false, autoGainControl: false },
  });
  const ear = context.createAnalyser();
  ear.fftSize = 8_192;
  context.createMediaStreamSource(stream).connect(ear);
  const buffer = new Float32Array(ear.fftSize);
  return {
    context,
    samples: () => {
      ear.getFloatTimeDomainData(buffer);
      return buffer;
    },
    close: () => stop(stream),
  };
}

/** The microphone: quiet first, then a word; the level must rise. */
export const microphoneTest: Shown = (host, told) => {
  const context = new AudioContext();
  let ear: Ear | null = null;
  let quiet = Infinity;
  let loud = -120;
  let over = false;
  const bar = el('i');
  const line = el('p', { class: 'big', role: 'status' }, 'Asking for the microphone …');
  const timer = setInterval(() => {
    if (!ear || over) return;
    const now = level(ear.samples());
    bar.style.width = `${Math.max(0, Math.min(100, (now + 90) * 1.2))}%`;
    // one that gives nothing at all never rises over this
    quiet = Math.min(quiet, Math.max(now, -100));
    loud = Math.max(loud, now);
    if (quiet < 0 && loud - quiet >= selfTestRules.wordDb) {
      over = true;
      told({
        result: 'pass',
        words: `level rose by ${Math.round(loud - quiet)} dB`,
        figures: { quiet: Math.round(quiet), loud: Math.round(loud) },
      });
    }
  }, 120);
  listen(context).then(
    (got) => {
      ear = got;
      void context.resume();
      line.textContent = 'Be quiet for a moment, then say a word.';
    },
    (error: unknown) => {
      line.textContent = refusal(error);
    },
  );
  fill(
    host,
    el('h2', {}, 'Say a word'),
    el('div', { class: 'meter' }, bar),
    line,
    el(
      'div',
      { class: 'acts' },
      button('It stays silent', () => {
        if (over) return;
        over = true;
        told({
          result: 'fail',
          words: ear ? `level ${Math.round(loud)} dB at most` : 'not given',
          byHand: !ear,
        });
      }),
    ),
  );
  return () => {
    clearInterval(timer);
    if (ear) ear.close();
    void context.close();
  };
};

const TONES = { left: 523.25, right: 659.25 };

/** Speakers: a tone on each side; its own microphone says whether each sounds, a person says which side it was. */
export const soundTest: Shown = (host, told) => {
  const context = new AudioContext();
  let ear: Ear | null = null;
  let heardWords = '';
  const figures: Record<string, number> = {};
  const line = el('p', { class: 'big', role: 'status' });
  const play = async (side: 'left' | 'right', seconds: number) => {
    await context.resume();
    const tone = context.createOscillator();
    tone.frequency.value = TONES[side];
    const gain = context.createGain();
    gain.gain.value = 0.5;
    const sides = context.createChannelMerger(2);
    tone.connect(gain);
    gain.connect(sides, 0, side === 'left' ? 0 : 1);
    sides.connect(context.destination);
    tone.start();
    const powers: number[] = [];
    for (let n = 0; n < 4; n++) {
      await wait((seconds * 1_000) / 5);
      if (ear) powers.push(tonePower(ear.samples(), context.sampleRate, TONES[side]));
    }
    tone.stop();
    return powers;
  };
  const mean = (list: number[]) => list.reduce((sum, own) => sum + own, 0) / Math.max(1, list.length);
  const quietOf = async (hertz: number) => {
    const powers: number[] = [];
    for (let n = 0; n < 4 && ear; n++) {
      await wait(180);
      powers.push(tonePower(ear.samples(), context.sampleRate, hertz));
    }
    return mean(powers);
  };
  const both: { left: boolean | null; right: boolean | null } = { left: null, right: null };
  const run = async () => {
    const sides: ('left' | 'right')[] = ['left', 'right'];
    const said: string[] = [];
    for (const side of sides) {
      line.textContent = `${side === 'left' ? 'Left' : 'Right'} …`;
      const quiet = await quietOf(TONES[side]);
      const powers = await play(side, 1.4);
      if (ear && powers.length) {
        const over = Math.round(overQuiet(mean(powers), quiet));
        both[side] = heard(mean(powers), quiet, selfTestRules.toneDb);
        figures[`${side} over quiet`] = over;
        said.push(`${side} ${both[side] ? `heard, +${over} dB` : 'not heard'}`);
      }
      await wait(300);
    }
    heardWords = said.join(', ');
    line.textContent = heardWords ? `By its own microphone: ${heardWords}.` : 'Which did you hear?';
    byEar.disabled = both.left === null;
  };
  const end = (result: 'pass' | 'fail', words: string, detail?: string) =>
    told({
      result,
      ...(detail && { detail }),
      words: [words, heardWords && `by its own microphone: ${heardWords}`].filter(Boolean).join('; '),
      figures,
      byHand: true,
    });
  const byEar = button('Take what its microphone heard', () => {
    const none = !both.left && !both.right;
    told({
      result: both.left && both.right ? 'pass' : 'fail',
      ...(none && { detail: 'none' }),
      words: `${heardWords}; sides not told apart by ear`,
      figures,
    });
  });
  byEar.disabled = true;
  listen(context).then(
    (got) => {
      ear = got;
    },
    () => undefined,
  );
  fill(
    host,
    el('h2', {}, 'Left, then right'),
    el(
      'p',
      { class: 'soft' },
      'Volume to the middle, mute off. Its own microphone listens where a browser lets it.',
    ),
    line,
    el(
      'div',
      { class: 'acts' },
      button('Play', () => void run(), 'strong'),
    ),
    el(
      'div',
      { class: 'acts' },
      button('Left, then right, both clear', () => end('pass', 'left and right clear')),
      button('Sides swapped', () => end('fail', 'sides swapped')),
      button('Rattles, or one side only', () => end('fail', 'rattles or one side only')),
      button('Nothing', () => end('fail', 'silent', 'none')),
      byEar,
    ),
  );
  return () => {
    if (ear) ear.close();
    void context.close();
  };
};

/** Film: a few seconds are painted, recorded and played; frames that were dropped are counted. */
/** Version of OpenGL ES its browser draws with: 3, 2, or 0 where nothing but the processor draws. */
function graphicsInterface(): number {
  const canvas = el('canvas', {});
  const better = canvas.getContext('webgl2');
  const gl = better ?? canvas.getContext('webgl');
  const named = gl?.getExtension('WEBGL_debug_renderer_info');
  const by = gl && named ? String(gl.getParameter(named.UNMASKED_RENDERER_WEBGL)) : '';
  // drawn by the processor is no graphics
  if (!gl || /software|swiftshader|llvmpipe/i.test(by)) return 0;
  return better ? 3 : 2;
}

export const filmTest: Shown = (host, told) => {
  const canvas = el('canvas', { width: '1280', height: '720' });
  canvas.style.width = '480px';
  const line = el('p', { class: 'big', role: 'status' });
  let gone = false;
  const able =
    typeof MediaRecorder !== 'undefined' &&
    typeof (canvas as { captureStream?: unknown }).captureStream === 'function';
  const run = async () => {
    const paint = canvas.getContext('2d')!;
    const stream = canvas.captureStream(30);
    const recorder = new MediaRecorder(stream);
    const pieces: Blob[] = [];
    recorder.ondataavailable = (event) => pieces.push(event.data);
    recorder.start(500);
    const begun = performance.now();
    line.textContent = 'Painting five seconds …';
    while (performance.now() - begun < 5_000 && !gone) {
      const t = (performance.now() - begun) / 1_000;
      for (let i = 0; i < 24; i++) {
        paint.fillStyle = `hsl(${(t * 90 + i * 15) % 360},70%,50%)`;
        paint.fillRect((i * 54 + t * 200) % 1_280, 0, 54, 720);
      }
      await new Promise((resolve) => requestAnimationFrame(resolve));
    }
    await new Promise((resolve) => {
      recorder.onstop = resolve;
      recorder.stop();
    });
    stop(stream);
    if (gone) return;
    const video = el('video', { width: '480' });
    video.muted = true;
    video.src = URL.createObjectURL(new Blob(pieces, { type: recorder.mimeType }));
    canvas.replaceWith(video);
    line.textContent = 'Playing them …';
    await video.play();
    await new Promise((resolve) => {
      video.onended = resolve;
      setTimeout(resolve, 12_000);
    });
    if (gone) return;
    const quality = video.getVideoPlaybackQuality ? video.getVideoPlaybackQuality() : null;
    const all = quality ? quality.totalVideoFrames : 0;
    if (!quality || all === 0) {
      line.textContent = 'This browser does not count frames: answer by hand.';
      return;
    }
    if (all < selfTestRules.leastFrames) {
      line.textContent = `Only ${all} frames were played: too few to say anything. Not measured; answer by hand.`;
      return;
    }
    const share = quality.droppedVideoFrames / all;
    told({
      result: share <= selfTestRules.dropped ? 'pass' : 'fail',
      words: `${quality.droppedVideoFrames} of ${all} frames dropped, 720 lines`,
      figures: {
        frames: all,
        dropped: quality.droppedVideoFrames,
        'graphics interface': graphicsInterface(),
      },
    });
  };
  line.textContent = able ? '' : 'This browser cannot make a film: answer by hand.';
  fill(
    host,
    el('h2', {}, 'Frames dropped in a film'),
    canvas,
    line,
    able
      ? el(
          'div',
          { class: 'acts' },
          button(
            'Begin',
            () =>
              void run().catch((error: unknown) => {
                line.textContent = `It could not be played (${(error as Error).message}). Answer by hand.`;
              }),
            'strong',
          ),
        )
      : null,
  );
  return () => {
    gone = true;
  };
};
